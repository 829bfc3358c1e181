import { keeping, made, text } from './keeping.js';

export const contract = `
encapsulation: none
properties:
  words: { type: string, default: '' }
`;
export const samples = `
- sample: A warning
  properties: { words: Fog until noon }
  steps:
    - expect: { text: { p: Fog until noon } }
`;
export const faults = ['has everything twice when it is cloned', 'leaves its words where it came from'];

/** Draws into its own light tree. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ words: text() }) {
    #words: HTMLElement | undefined;

    constructor() {
      super();
      this.begin();
    }

    connectedCallback(): void {
      const there = this.querySelector('p');
      if (!this.#words) {
        this.#words =
          there && !is('has everything twice when it is cloned') ? there : this.appendChild(made('p'));
        this.draw();
      }
    }

    adoptedCallback(): void {
      if (is('leaves its words where it came from')) this.#words?.remove();
    }

    draw(): void {
      if (this.#words) this.#words.textContent = this.now.words;
    }
  };
}
