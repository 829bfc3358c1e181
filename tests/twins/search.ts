import { keeping, list, made, text } from './keeping.js';

export const contract = `
properties:
  query: { type: string, default: '', examples: [Ma, Mari] }
  ships: { type: array, items: { type: string }, default: [], examples: [[Marigold, Martin, Osprey], [Osprey, Marina]] }
`;
export const samples = `
- sample: Found
  properties: { ships: [Marigold, Osprey], query: Mar }
  steps:
    - expect: { text: { ul: Marigold } }
`;
export const faults = [
  'searches in what it found before',
  'shows all where the question came before the ships',
];

/** Shows those of its ships that begin with what is asked for. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ query: text(), ships: list<string>() }) {
    #list = made('ul');
    #found: readonly string[] = [];

    constructor() {
      super();
      this.attachShadow({ mode: 'open' }).append(this.#list);
      this.begin();
    }

    draw(name?: string): void {
      const { query, ships } = this.now;
      const source = name === 'query' && is('searches in what it found before') ? this.#found : ships;
      const asked = name === 'ships' && is('shows all where the question came before the ships') ? '' : query;
      this.#found = source.filter((ship) => ship.startsWith(asked));
      this.#list.replaceChildren(...this.#found.map((ship) => made('li', ship)));
    }
  };
}
