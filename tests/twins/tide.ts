import { choice, keeping, made, number } from './keeping.js';

export const contract = `
properties:
  height: { type: number, default: 0 }
  unit: { enum: [meters, feet], default: meters }
`;
export const samples = `
- sample: In feet
  properties: { height: 2, unit: feet }
  steps:
    - expect: { text: { output: 6.6 feet } }
`;
export const faults = [
  'shows another unit only with another height',
  'shows no unit that came while it was away',
];

/** Draws in the page only, and all of it when it comes there. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ height: number(), unit: choice('meters', 'feet') }) {
    #output = made('output');
    #unit = 'meters';

    constructor() {
      super();
      this.attachShadow({ mode: 'open' }).append(this.#output);
      this.begin();
    }

    connectedCallback(): void {
      this.draw();
    }

    draw(name?: string): void {
      if (!this.isConnected) return;
      const { height, unit } = this.now;
      if (
        !is('shows no unit that came while it was away') ||
        name !== undefined ||
        this.#output.textContent === ''
      )
        if (!is('shows another unit only with another height') || name !== 'unit' || height === 0)
          this.#unit = unit;
      const shown = this.#unit === 'feet' ? height * 3.28 : height;
      this.#output.textContent = `${shown.toFixed(1)} ${this.#unit}`;
    }
  };
}
