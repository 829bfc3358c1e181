/**
 * A lamp on the quay, written by hand as a careful person would, without a fault. The other files here
 * break one thing each.
 */
const PASSED = ['name', 'aria-description', 'aria-label'];

interface MarkupPolicy {
  createHTML(markup: string): string;
}

const rules = { createHTML: (markup: string) => markup };
const { trustedTypes } = globalThis as {
  trustedTypes?: { createPolicy(name: string, rules: MarkupPolicy): MarkupPolicy };
};
const policy = trustedTypes?.createPolicy('lamp', rules) ?? rules;

export class Lamp extends HTMLElement {
  static observedAttributes = ['label', 'level', 'bright', ...PASSED];
  static formAssociated = true;
  static sheet = new CSSStyleSheet();

  static {
    this.sheet.replaceSync(`
      :host { display: block }
      .glass { color: var(--lamp-color, #b58900); padding: 4px }
    `);
  }

  protected values = {
    label: undefined as string | undefined,
    level: 0,
    bright: false,
    stops: [] as readonly string[],
  };
  protected switched = 0;
  #reading = false;
  #leave: AbortController | undefined;
  protected readonly internals = this.attachInternals();
  /** ARIA attributes that moved to the control, by name. */
  protected readonly moved = new Map<string, string>();

  constructor() {
    super();
    this.attachShadow({ mode: 'open', delegatesFocus: true });
    this.addStyle();
    this.shadowRoot!.innerHTML = policy.createHTML(this.markup());
    this.control.addEventListener('click', () => this.turn());
    this.addEventListener('click', (event) => this.forward(event), { capture: true });
    this.takeOver();
    this.draw();
  }

  protected get control(): HTMLButtonElement {
    return this.shadowRoot!.querySelector('button')!;
  }

  /** A click on the element itself, from its label or from code, is one on the control. */
  protected forward(event: Event): void {
    if (event.composedPath()[0] !== this) return;
    event.stopImmediatePropagation();
    event.preventDefault();
    this.control.click();
  }

  protected addStyle(): void {
    this.shadowRoot!.adoptedStyleSheets = [Lamp.sheet];
  }

  protected markup(): string {
    return '<button class="glass" part="glass"></button><slot></slot><slot name="note">No note</slot><output></output>';
  }

  /** Values that were set before the element was defined. */
  protected takeOver(): void {
    const own = this as unknown as Record<string, unknown>;
    for (const name of Object.keys(this.values)) {
      if (!Object.hasOwn(this, name)) continue;
      const value = own[name];
      delete own[name];
      this.store(name as never, value as never);
      if (name === 'bright' && value) queueMicrotask(() => this.reflectBright());
    }
  }

  protected store<Name extends keyof Lamp['values']>(name: Name, value: Lamp['values'][Name]): void {
    this.values[name] = value;
  }

  protected draw(): void {
    this.shadowRoot!.querySelector('button')!.textContent = this.values.label ?? '';
    this.shadowRoot!.querySelector('output')!.textContent = `switched ${this.switched} times`;
    this.tellForm();
  }

  protected tellForm(): void {
    this.internals.setFormValue(this.values.label ?? null);
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

  checkValidity(): boolean {
    return this.internals.checkValidity();
  }

  formResetCallback(): void {
    this.label = this.getAttribute('label');
  }

  formStateRestoreCallback(state: string): void {
    this.label = state;
  }

  formDisabledCallback(disabled: boolean): void {
    this.control.disabled = disabled;
  }

  get label(): string | undefined {
    return this.values.label;
  }

  set label(value: string | null | undefined) {
    this.store('label', value === undefined || value === null ? undefined : String(value));
    this.draw();
  }

  get level(): number {
    return this.values.level;
  }

  set level(value: number | string | null | undefined) {
    const text = typeof value === 'string' ? value.trim() : value;
    const number = text === '' || text === null || text === undefined ? 0 : Number(text);
    this.store('level', number >= 0 ? number : 0);
  }

  get bright(): boolean {
    return this.values.bright;
  }

  set bright(value: unknown) {
    if (Boolean(value) === this.values.bright) return;
    this.store('bright', Boolean(value));
    if (!this.#reading) this.reflectBright();
  }

  get stops(): readonly string[] {
    return this.values.stops;
  }

  set stops(value: readonly string[] | undefined) {
    this.store('stops', value ?? []);
  }

  protected reflectBright(): void {
    this.toggleAttribute('bright', this.values.bright);
  }

  attributeChangedCallback(name: string, _before: string | null, text: string | null): void {
    if (PASSED.includes(name)) {
      this.pass(name, text);
      return;
    }
    this.#reading = true;
    this.read(name, text);
    this.#reading = false;
  }

  /** Gives an attribute to the control; what describes it moves there, so that it is announced once. */
  protected pass(name: string, text: string | null): void {
    if (!name.startsWith('aria-')) this.give(name, text);
    else if (text !== null) {
      this.moved.set(name, text);
      this.give(name, text);
      super.removeAttribute(name);
    }
  }

  protected give(name: string, text: string | null): void {
    if (text === null) this.control.removeAttribute(name);
    else this.control.setAttribute(name, text);
  }

  override removeAttribute(name: string): void {
    if (this.moved.delete(name)) this.give(name, null);
    else super.removeAttribute(name);
  }

  protected read(name: string, text: string | null): void {
    if (name === 'bright') this.bright = text !== null;
    else if (name === 'level') this.level = text;
    else this.label = text;
  }

  /** Switches the lamp and says so. */
  protected turn(): void {
    this.switched++;
    this.draw();
    this.say({ label: this.values.label ?? '' });
  }

  protected say(detail: unknown): void {
    this.dispatchEvent(
      new CustomEvent('lamp-switch', { detail, bubbles: true, composed: true, cancelable: true }),
    );
  }

  flash(): void {
    this.bright = true;
  }

  connectedCallback(): void {
    this.#leave = new AbortController();
    window.addEventListener('keydown', () => {}, { signal: this.#leave.signal });
  }

  disconnectedCallback(): void {
    this.#leave?.abort();
  }
}

export default class FaultlessLamp extends Lamp {}
