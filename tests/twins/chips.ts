import { keeping, list, made, whole } from './keeping.js';

export const contract = `
properties:
  items: { type: array, items: { type: string }, default: [] }
  selected: { type: integer, minimum: -1, default: -1 }
`;
export const samples = `
- sample: Three ships
  properties: { items: [Marigold, Osprey, Heron], selected: 1 }
  steps:
    - expect: { text: { li.current: Osprey } }
`;
export const faults = [
  'leaves the mark on a node that is used again',
  'marks nothing if the choice came before the list',
  'writes the titles of new nodes only',
];

/** Uses its nodes again by index, and marks one of them. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ items: list<string>(), selected: whole(-1, -1) }) {
    #list = made('ul');

    constructor() {
      super();
      this.attachShadow({ mode: 'open' }).append(this.#list);
      this.begin();
    }

    draw(name?: string): void {
      const { items, selected } = this.now;
      while (this.#list.children.length > items.length) this.#list.lastElementChild!.remove();
      for (const [index, item] of items.entries()) {
        const known = this.#list.children[index] as HTMLElement | undefined;
        const node = known ?? this.#list.appendChild(made('li'));
        node.textContent = item;
        if (!known || !is('writes the titles of new nodes only')) node.title = item;
        if (is('marks nothing if the choice came before the list') && name === 'items') continue;
        if (index === selected) node.className = 'current';
        else if (!is('leaves the mark on a node that is used again') || !known || name !== 'selected')
          node.removeAttribute('class');
      }
    }
  };
}
