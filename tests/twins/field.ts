import { flag, keeping, made, text } from './keeping.js';

export const contract = `
properties:
  value: { type: string, default: '' }
  required: { type: boolean }
form: { value: value }
`;
export const samples = `
- sample: A name
  properties: { value: Marigold }
  steps:
    - expect: { text: { p: 8 letters } }
`;
export const faults = [
  'tells the form nothing while it is away',
  'stays valid when it is required after it was empty',
  'tells the form no value that it told before',
];

/** Belongs to forms, and shows how long its value is. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ value: text(), required: flag() }) {
    static formAssociated = true;
    internals = this.attachInternals();
    #words = made('p');
    #told = new Set<string>();

    constructor() {
      super();
      this.attachShadow({ mode: 'open' }).append(this.#words);
      this.begin();
    }

    connectedCallback(): void {
      if (!is('tells the form nothing while it is away')) this.draw();
    }

    draw(name?: string): void {
      const { value, required } = this.now;
      this.#words.textContent = `${value.length} letters`;
      if (this.isConnected || !is('tells the form nothing while it is away') || !this.#told.has('away'))
        this.#tell(value);
      this.#told.add('away');
      if (is('stays valid when it is required after it was empty') && name === 'required' && value === '')
        return;
      if (required && value === '') this.internals.setValidity({ valueMissing: true }, 'Say a name.');
      else this.internals.setValidity({});
    }

    #tell(value: string): void {
      if (is('tells the form no value that it told before') && this.#told.has(`value ${value}`)) return;
      this.#told.add(`value ${value}`);
      this.internals.setFormValue(value);
    }

    get form(): HTMLFormElement | null {
      return this.internals.form;
    }
    get labels(): NodeList {
      return this.internals.labels;
    }
    get validity(): ValidityState {
      return this.internals.validity;
    }
    get validationMessage(): string {
      return this.internals.validationMessage;
    }
    checkValidity(): boolean {
      return this.internals.checkValidity();
    }
    formResetCallback(): void {
      this.put('value', this.getAttribute('value') ?? undefined);
    }
    formStateRestoreCallback(state: string): void {
      this.put('value', state);
    }
  };
}
