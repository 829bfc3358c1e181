import { keeping, list, made, text } from './keeping.js';

let count = 0;

export const contract = `
properties:
  legend: { type: string, default: '' }
  berths: { type: array, items: { type: string }, default: [] }
`;
export const samples = `
- sample: Two of them
  properties: { legend: Berth, berths: [A1, A2] }
  steps:
    - click: label:nth-of-type(2)
    - expect: { focused: 'input[value=A2]' }
`;
export const faults = [];

/** Names and ids that each of it makes for itself. */
export function element(): CustomElementConstructor {
  return class extends keeping({ legend: text(), berths: list<string>() }) {
    #root = this.attachShadow({ mode: 'open' });
    #name = `choice-${++count}`;

    constructor() {
      super();
      this.begin();
    }

    draw(): void {
      const { legend, berths } = this.now;
      const fieldset = made('fieldset');
      const [words] = [made('legend', legend || 'Choose')];
      words.id = `${this.#name}-legend`;
      fieldset.setAttribute('aria-labelledby', words.id);
      fieldset.append(words);
      for (const [index, berth] of berths.entries()) {
        const input = made('input');
        Object.assign(input, { type: 'radio', name: this.#name, value: berth, id: `${this.#name}-${index}` });
        const label = made('label', berth);
        label.htmlFor = input.id;
        fieldset.append(input, label);
      }
      this.#root.replaceChildren(fieldset);
    }
  };
}
