import { keeping, list, made } from './keeping.js';

export const contract = `
properties:
  rows: { type: array, items: { $ref: '#/definitions/row' }, default: [] }
definitions:
  row:
    type: object
    properties: { id: { type: integer }, cargo: { type: string } }
    required: [id, cargo]
`;
export const samples = `
- sample: Two rows
  properties: { rows: [{ id: 1, cargo: Salt }, { id: 2, cargo: Rope }] }
  steps:
    - expect: { text: { 'tr:first-child': Salt } }
    - set: { rows: [{ id: 2, cargo: Rope }, { id: 1, cargo: Tar }, { id: 3, cargo: Wool }] }
    - expect: { text: { 'tr:last-child': Wool } }
`;
export const faults = [
  'does not move rows',
  'shows rows as they were when they come back',
  'keeps the last row',
];

interface Row {
  id: number;
  cargo: string;
}

/** Keeps the node of each row. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ rows: list<Row>() }) {
    #body = made('tbody');
    #nodes = new Map<number, HTMLTableRowElement>();

    constructor() {
      super();
      const table = made('table');
      table.append(this.#body);
      this.attachShadow({ mode: 'open' }).append(table);
      this.begin();
    }

    draw(): void {
      const { rows } = this.now;
      const left = new Set(this.#nodes.keys());
      for (const { id, cargo } of rows) {
        left.delete(id);
        let node = this.#nodes.get(id);
        const isNew = node === undefined;
        if (!node) {
          node = made('tr');
          node.append(made('td'));
          this.#nodes.set(id, node);
        }
        const isBack = !node.isConnected && !isNew;
        if (isNew || !isBack || !is('shows rows as they were when they come back'))
          node.firstElementChild!.textContent = cargo;
        if (isNew || !node.parentNode || !is('does not move rows')) this.#body.append(node);
      }
      if (rows.length === 0 && is('keeps the last row')) return;
      for (const id of left) {
        this.#nodes.get(id)!.remove();
        if (!is('shows rows as they were when they come back')) this.#nodes.delete(id);
      }
    }
  };
}
