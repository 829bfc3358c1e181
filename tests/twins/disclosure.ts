import { flag, keeping, made, tell, text } from './keeping.js';

export const contract = `
properties:
  label: { type: string, default: '' }
  open: { type: boolean, reflect: true }
slots: { default: {} }
events: { twin-open: { detail: { type: boolean }, by: person } }
`;
export const samples = `
- sample: Opened by hand
  properties: { label: Tides }
  slots: { default: <p>High at noon</p> }
  steps:
    - click: button
    - expect: { event: twin-open, detail: true, property: { open: true } }
`;
export const faults = [
  'says that it is closed when an attribute opened it',
  'keeps its first label',
  'opens its content again when it comes back',
];

/** Shows its content when it is open. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ label: text(), open: flag(true) }) {
    #button = made('button');
    #panel = made('div');
    #byAttribute = false;

    constructor() {
      super();
      this.#panel.append(document.createElement('slot'));
      this.attachShadow({ mode: 'open' }).append(this.#button, this.#panel);
      this.#button.addEventListener('click', () => {
        this.put('open', !this.now.open);
        tell(this, 'twin-open', this.now.open);
      });
      this.begin();
    }

    connectedCallback(): void {
      if (is('opens its content again when it comes back'))
        this.#panel.hidden = !this.#panel.hidden && !this.now.open;
    }

    override attributeChangedCallback(name: string, before: string | null, written: string | null): void {
      this.#byAttribute = true;
      super.attributeChangedCallback(name, before, written);
      this.#byAttribute = false;
    }

    draw(): void {
      const { label, open } = this.now;
      if (!is('keeps its first label') || ['', 'More'].includes(this.#button.textContent))
        this.#button.textContent = label || 'More';
      if (!is('says that it is closed when an attribute opened it') || !this.#byAttribute)
        this.#button.ariaExpanded = String(open);
      this.#panel.hidden = !open;
    }
  };
}
