import { flag, keeping, made, text } from './keeping.js';

export const contract = `
properties:
  label: { type: string, default: '' }
  open: { type: boolean }
slots: { default: {} }
`;
export const samples = `
- sample: Open
  properties: { label: Cargo, open: true }
  slots: { default: <b>Salt</b> }
  steps:
    - expect: { text: { h3: Cargo } }
`;
export const faults = [];

/** Makes its panel when it is opened for the first time, and keeps it for later. */
export function element(): CustomElementConstructor {
  return class extends keeping({ label: text(), open: flag() }) {
    #root = this.attachShadow({ mode: 'open' });
    #panel: HTMLElement | undefined;

    constructor() {
      super();
      this.begin();
    }

    draw(): void {
      const { label, open } = this.now;
      if (open && !this.#panel) {
        this.#panel = made('section');
        this.#panel.append(made('h3'), document.createElement('slot'));
        this.#root.append(this.#panel);
        addEventListener('resize', this.fit);
      }
      if (!this.#panel) return;
      this.#panel.hidden = !open;
      this.#panel.firstElementChild!.textContent = label;
    }

    fit = (): void => {};

    connectedCallback(): void {
      if (this.#panel) addEventListener('resize', this.fit);
    }

    disconnectedCallback(): void {
      removeEventListener('resize', this.fit);
    }
  };
}
