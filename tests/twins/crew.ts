import { made } from './keeping.js';

export const contract = `
slots: { default: {} }
`;
export const samples = `
- sample: Two of them
  slots: { default: '<b>Anna</b><b>Bo</b>' }
  steps:
    - expect: { text: { output: 2 aboard } }
`;
export const faults = ['still counts those that have all left', 'counts all once more when it comes back'];

/** Counts what is in its slot. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends HTMLElement {
    #slot = document.createElement('slot');
    #output = made('output', '0 aboard');
    #before = 0;

    constructor() {
      super();
      this.attachShadow({ mode: 'open' }).append(this.#slot, this.#output);
      this.#slot.addEventListener('slotchange', () => this.count());
    }

    connectedCallback(): void {
      if (is('counts all once more when it comes back'))
        this.#before = Number.parseInt(this.#output.textContent, 10);
      this.count();
    }

    count(): void {
      const count = this.#slot.assignedElements().length;
      if (count === 0 && is('still counts those that have all left')) return;
      this.#output.textContent = `${count + this.#before} aboard`;
    }
  };
}
