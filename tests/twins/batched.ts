import { choice, keeping, made, text } from './keeping.js';

export const contract = `
properties:
  label: { type: string, default: '' }
  tone: { enum: [calm, storm], default: calm }
`;
export const samples = `
- sample: A storm
  properties: { label: Watch, tone: storm }
  steps:
    - expect: { text: { p: Watch } }
`;
export const faults = [];

/** Draws all changes of a frame at once, and lights up for a moment. */
export function element(): CustomElementConstructor {
  return class extends keeping({ label: text(), tone: choice('calm', 'storm') }) {
    #words = made('p');
    #frame = 0;

    constructor() {
      super();
      this.attachShadow({ mode: 'open' }).append(this.#words);
      this.begin();
    }

    draw(): void {
      if (this.#frame === 0) this.#frame = requestAnimationFrame(() => this.show());
    }

    show(): void {
      this.#frame = 0;
      const { label, tone } = this.now;
      this.#words.textContent = label;
      this.#words.className = `${tone} changed`;
      setTimeout(() => (this.#words.className = tone), 120);
    }
  };
}
