import { keeping, made, record } from './keeping.js';

export const contract = `
properties:
  range: { type: object, properties: { from: { type: number }, to: { type: number } } }
methods: { widen: { returns: { type: number } } }
`;
export const samples = `
- sample: Widened
  properties: { range: { from: 2, to: 4 } }
  steps:
    - call: widen
    - expect: { returned: 5, text: { output: 2 to 5 } }
- sample: Open at its end
  properties: { range: { from: 2 } }
  steps:
    - expect: { text: { output: 2 to the end } }
`;
export const faults = [
  'writes into what it was given when it is widened',
  'takes from the range of before what is missing',
];

interface Range {
  from?: number;
  to?: number;
}

/** Shows a range that it was given, and widens a copy of it. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ range: record<Range>() }) {
    #output = made('output');
    #shown: Range = {};

    constructor() {
      super();
      this.attachShadow({ mode: 'open' }).append(this.#output);
      this.begin();
    }

    widen(): number {
      const to = (this.#shown.to ?? 0) + 1;
      if (is('writes into what it was given when it is widened') && this.now.range) this.now.range.to = to;
      this.show({ ...this.#shown, to });
      return to;
    }

    show(range: Range): void {
      this.#shown = range;
      this.#output.textContent = `${range.from ?? 'the start'} to ${range.to ?? 'the end'}`;
    }

    draw(): void {
      const before =
        is('takes from the range of before what is missing') && this.now.range ? this.#shown : {};
      this.show({ ...before, ...this.now.range });
    }
  };
}
