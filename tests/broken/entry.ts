/** A line to write into, without a fault: an element that takes part in forms as a native control does. */
export const PASSED = [
  'accept alpha alt autocomplete checked dirname formaction formnovalidate formtarget height max maxlength min',
  'minlength multiple name pattern placeholder readonly size src step width formmethod formenctype type',
  'autocapitalize autocorrect enterkeyhint inputmode spellcheck',
]
  .join(' ')
  .split(' ');
const ARIA = ['label', 'description', 'expanded', 'haspopup', 'pressed', 'current', 'live'].map(
  (name) => `aria-${name}`,
);

export class Entry extends HTMLElement {
  static observedAttributes = ['value', 'required', 'disabled', ...PASSED, ...ARIA];
  static formAssociated = true;

  internals = this.attachInternals();
  inner = this.attachShadow({ mode: 'open', delegatesFocus: true });
  control = document.createElement('input');
  moved = new Map<string, string>();
  early = new Set<string>();
  current = '';
  demanded = false;
  off = false;

  constructor() {
    super();
    this.control.part.add('field');
    this.control.title = 'What is written';
    this.inner.append(this.control);
    this.control.addEventListener('input', () => this.typed());
    for (const type of this.relayed())
      this.control.addEventListener(type, (event) => this.dispatchEvent(new Event(event.type)));
    this.takeOver();
    this.tell();
  }

  relayed(): string[] {
    return ['change', 'select', 'invalid', 'cancel'];
  }

  takeOver(): void {
    const own = this as unknown as Record<string, unknown>;
    for (const name of ['value', 'required', 'disabled']) {
      if (!Object.hasOwn(this, name)) continue;
      const value = own[name];
      delete own[name];
      this.early.add(name);
      own[name] = value;
    }
    queueMicrotask(() => this.early.clear());
  }

  typed(): void {
    this.current = this.control.value;
    this.tell();
    this.dispatchEvent(
      new CustomEvent('entry-change', { detail: { value: this.current }, bubbles: true, composed: true }),
    );
  }

  /** Tells the form the value, and what is wrong with it. */
  tell(): void {
    this.internals.setFormValue(this.current);
    if (this.demanded && this.current === '')
      this.internals.setValidity({ valueMissing: true }, 'Write something.', this.control);
    else this.internals.setValidity({});
  }

  get value(): unknown {
    return this.current;
  }

  set value(value: unknown) {
    this.current = value === undefined || value === null ? '' : String(value);
    this.control.value = this.current;
    this.tell();
  }

  get required(): unknown {
    return this.demanded;
  }

  set required(value: unknown) {
    this.demanded = Boolean(value);
    this.tell();
  }

  get disabled(): unknown {
    return this.off;
  }

  set disabled(value: unknown) {
    this.off = Boolean(value);
    this.control.disabled = this.off || this.matches(':disabled');
  }

  attributeChangedCallback(name: string, _before: string | null, text: string | null): void {
    if (name === 'value' || name === 'required' || name === 'disabled') {
      if (!this.early.has(name)) this[name] = name === 'value' ? text : text !== null;
    } else this.pass(name, text);
  }

  pass(name: string, text: string | null): void {
    if (!name.startsWith('aria-')) this.give(name, text);
    else if (text !== null) {
      this.moved.set(name, text);
      this.give(name, text);
      super.removeAttribute(name);
    }
  }

  give(name: string, text: string | null): void {
    if (text === null) this.control.removeAttribute(name);
    else this.control.setAttribute(name, text);
  }

  override getAttribute(name: string): string | null {
    return this.moved.get(name) ?? super.getAttribute(name);
  }

  override hasAttribute(name: string): boolean {
    return this.moved.has(name) || super.hasAttribute(name);
  }

  override removeAttribute(name: string): void {
    if (this.moved.delete(name)) this.give(name, null);
    else super.removeAttribute(name);
  }

  override click(): void {
    this.control.click();
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
    this.value = this.getAttribute('value');
  }

  formStateRestoreCallback(state: string): void {
    this.value = state;
  }

  formDisabledCallback(disabled: boolean): void {
    this.control.disabled = disabled || this.off;
  }
}
