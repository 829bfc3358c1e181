import { earlyValues } from './early.js';

/** It cannot be drawn without what a consumer must give. */
export default class extends HTMLElement {
  static observedAttributes = ['label'];
  #label: string | undefined;
  #early = new Set<string>();
  #reading = false;

  constructor() {
    super();
    this.attachShadow({ mode: 'open' }).append(document.createElement('p'));
    const early = earlyValues(this, ['label']);
    for (const name of Object.keys(early)) this.#early.add(name);
    Object.assign(this, early);
    queueMicrotask(() => this.#early.clear());
  }

  connectedCallback(): void {
    this.#draw();
  }

  get label(): unknown {
    return this.#label;
  }
  set label(value: unknown) {
    this.#label = value === undefined || value === null ? undefined : String(value);
    if (!this.#reading) {
      if (this.#label === undefined) this.removeAttribute('label');
      else this.setAttribute('label', this.#label);
    }
    if (this.isConnected) this.#draw();
  }
  attributeChangedCallback(_name: string, _before: string | null, value: string | null): void {
    if (this.#reading || this.#early.has('label') || value === (this.#label ?? null)) return;
    this.#reading = true;
    this.label = value;
    this.#reading = false;
  }

  #draw(): void {
    this.shadowRoot!.querySelector('p')!.textContent = `${this.#label!.length} letters`;
  }
}
