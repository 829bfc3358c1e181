import { keeping, list, made } from './keeping.js';

export const contract = `
properties:
  berths: { type: array, items: { type: string }, default: [], examples: [[A1, A2], [B1, B2, B3]] }
`;
export const samples = `
- sample: One is taken
  properties: { berths: [A1, A2] }
  steps:
    - click: button:nth-child(2)
    - expect: { text: { p: A2 } }
`;
export const faults = [
  'shares the choice with all that have the same list',
  'takes the nodes of another one with the same list',
  'begins with what was chosen in the same list before',
];

const choices = new WeakMap<readonly string[], string>();
const nodes = new WeakMap<readonly string[], HTMLElement[]>();

/** Lets a person choose one of a list. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ berths: list<string>() }) {
    #list = made('div');
    #chosen = made('p');
    #choice = '';

    constructor() {
      super();
      this.attachShadow({ mode: 'open' }).append(this.#list, this.#chosen);
      this.#list.addEventListener('click', (event) => {
        if (!(event.target instanceof HTMLButtonElement)) return;
        this.#choice = event.target.textContent;
        choices.set(this.now.berths, this.#choice);
        this.show();
      });
      this.begin();
    }

    show(): void {
      const isShared = is('shares the choice with all that have the same list');
      this.#chosen.textContent = (isShared ? choices.get(this.now.berths) : this.#choice) ?? '';
    }

    draw(): void {
      const { berths } = this.now;
      this.#choice = (is('begins with what was chosen in the same list before') && choices.get(berths)) || '';
      const known = is('takes the nodes of another one with the same list') ? nodes.get(berths) : undefined;
      const buttons = known ?? berths.map((berth) => made('button', berth));
      nodes.set(berths, buttons);
      this.#list.replaceChildren(...buttons);
      this.show();
    }
  };
}
