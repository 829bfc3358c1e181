import { keeping, made, number } from './keeping.js';

export const contract = `
properties:
  depth: { type: number, minimum: 0, maximum: 40, default: 0 }
events: { twin-depth: { detail: { type: number }, by: person } }
`;
export const samples = `
- sample: Deeper
  properties: { depth: 10 }
  steps:
    - focus: input
    - press: ArrowRight
    - expect: { event: twin-depth, detail: 11, property: { depth: 11 } }
`;
export const faults = [];

/** Shows its value by a native control. */
export function element(): CustomElementConstructor {
  return class extends keeping({ depth: number(0, 0, 40) }) {
    #input = made('input');

    constructor() {
      super();
      Object.assign(this.#input, { type: 'range', min: '0', max: '40', step: '1', ariaLabel: 'Depth' });
      this.attachShadow({ mode: 'open', delegatesFocus: true }).append(this.#input);
      this.#input.addEventListener('input', () => {
        this.put('depth', this.#input.valueAsNumber);
        this.dispatchEvent(
          new CustomEvent('twin-depth', { detail: this.now.depth, bubbles: true, composed: true }),
        );
      });
      this.begin();
    }

    draw(): void {
      this.#input.value = String(this.now.depth);
    }
  };
}
