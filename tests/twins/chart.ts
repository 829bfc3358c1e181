import { keeping, number, text } from './keeping.js';

export const contract = `
properties:
  depth: { type: number, minimum: 0, maximum: 60, default: 0 }
  color: { type: string, enum: [blue, green], default: blue }
`;
export const samples = `
- sample: Deep
  properties: { depth: 20 }
`;
export const faults = ['does not wipe what was drawn before', 'keeps the color that it first drew with'];

const WIDE = 60;

/** Draws on a canvas. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({
    depth: number(0, 0, WIDE),
    color: { ...text('blue'), of: (value) => (value === 'green' ? 'green' : 'blue') },
  }) {
    #canvas = document.createElement('canvas');
    #first: string | undefined;

    constructor() {
      super();
      this.#canvas.width = this.#canvas.height = WIDE;
      this.attachShadow({ mode: 'open' }).append(this.#canvas);
      this.begin();
    }

    draw(): void {
      const { depth, color } = this.now;
      const context = this.#canvas.getContext('2d')!;
      if (!is('does not wipe what was drawn before')) context.clearRect(0, 0, WIDE, WIDE);
      if (depth > 0) this.#first ??= color;
      context.fillStyle = is('keeps the color that it first drew with') ? (this.#first ?? color) : color;
      context.fillRect(0, WIDE - depth, WIDE, depth);
    }
  };
}
