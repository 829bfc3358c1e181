import { keeping, made, number } from './keeping.js';

export const contract = `
properties:
  ships: { type: number, minimum: 0, default: 0 }
`;
export const samples = `
- sample: More of them
  properties: { ships: 1 }
  steps:
    - expect: { text: { p: 1 in port } }
    - set: { ships: 2 }
    - expect: { text: { p: 2 in port, '[role=status]': Now 2 } }
`;
export const faults = [];

/** Says what changed to those who do not see it, and nothing before something changes. */
export function element(): CustomElementConstructor {
  return class extends keeping({ ships: number(0, 0) }) {
    #words = made('p');
    #status = made('div');

    constructor() {
      super();
      this.#status.role = 'status';
      this.#status.style.cssText = 'position: absolute; clip-path: inset(50%)';
      this.attachShadow({ mode: 'open' }).append(this.#words, this.#status);
      this.begin();
    }

    draw(name?: string): void {
      this.#words.textContent = `${this.now.ships} in port`;
      if (name !== undefined && this.isConnected) this.#status.textContent = `Now ${this.now.ships}`;
    }
  };
}
