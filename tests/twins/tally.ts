import { flag, keeping, made, number, text } from './keeping.js';

export const contract = `
properties:
  count: { type: number, minimum: 0, maximum: 99, default: 7 }
  label: { type: string, default: Ships }
  open: { type: boolean }
`;
export const samples = `
- sample: As it begins
  steps:
    - expect: { text: { p: 'Ships: 7' } }
`;
export const faults = [
  'leaves a label on itself that is no more',
  'loses an early label that is empty',
  'says its first count to assistive technology',
  'opens as a layer on the page when it was opened early',
];

/** Says what it is on itself, and to assistive technology through internals. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ count: number(7, 0, 99), label: text('Ships'), open: flag() }) {
    #words = made('p');
    #dialog = document.createElement('dialog');
    #internals = this.attachInternals();
    #told: string | undefined;

    constructor() {
      super();
      this.#dialog.textContent = 'All of them';
      this.attachShadow({ mode: 'open' }).append(this.#words, this.#dialog);
      if (
        is('loses an early label that is empty') &&
        Object.hasOwn(this, 'label') &&
        !(this as { label?: string }).label
      )
        delete (this as { label?: string }).label;
      this.begin();
    }

    connectedCallback(): void {
      this.draw();
    }

    draw(): void {
      const { count, label, open } = this.now;
      this.#words.textContent = `${label}: ${count}`;
      this.#internals.role = 'group';
      const words = count > 9 ? 'many' : String(count);
      if (this.isConnected) this.#told ??= words;
      this.#internals.ariaLabel = is('says its first count to assistive technology')
        ? (this.#told ?? words)
        : words;
      if (!this.isConnected) return;
      if (count > 50) this.setAttribute('data-full', '');
      else if (!is('leaves a label on itself that is no more')) this.removeAttribute('data-full');
      if (open && !this.#dialog.open) {
        if (is('opens as a layer on the page when it was opened early') && count > 9)
          this.#dialog.showModal();
        else this.#dialog.show();
      } else if (!open) this.#dialog.close();
    }
  };
}
