import { keeping, made, text } from './keeping.js';

export const contract = `
properties:
  label: { type: string, default: '' }
`;
export const samples = `
- sample: Passed by
  properties: { label: Tides }
  steps:
    - focus: button:nth-of-type(1)
    - press: Tab
    - expect: { focused: button:nth-of-type(2) }
    - press: Tab
- sample: Pointed at
  properties: { label: Tides }
  steps:
    - hover: button
    - expect: { text: { p: Tides is pointed at } }
`;
export const faults = [];

/** Says who has the focus or the pointer, and says it no more when that has gone to another one. */
export function element(): CustomElementConstructor {
  return class extends keeping({ label: text() }) {
    #words = made('p');

    constructor() {
      super();
      const buttons = ['Earlier', 'Later'].map((name) => made('button', name));
      this.attachShadow({ mode: 'open' }).append(...buttons, this.#words);
      this.addEventListener('focusin', () => this.say(' has the focus'));
      this.addEventListener('focusout', () => this.say(''));
      this.addEventListener('pointerenter', () => this.say(' is pointed at'));
      this.addEventListener('pointerleave', () => this.say(' was pointed at'));
      this.begin();
    }

    say(what: string): void {
      this.#words.textContent = `${this.now.label}${what}`;
    }

    draw(): void {
      this.say('');
    }
  };
}
