/**
 * A lamp on the quay, written by hand as a careful person would, without a fault. Elements beside it break one thing
 * each by overriding one of its methods.
 */
export const ARIA = ['label', 'description', 'expanded', 'haspopup', 'pressed', 'current', 'live'].map(
  (name) => `aria-${name}`,
);
export const NATIVE = [
  'command',
  'disabled',
  'formaction',
  'formenctype',
  'formmethod',
  'formnovalidate',
  'name',
  'type',
  'value',
];
const OWN = ['label', 'level', 'steps', 'color', 'bright'];
const COLORS = ['amber', 'white', 'red'];

interface MarkupPolicy {
  createHTML(markup: string): string;
}

const rules = { createHTML: (markup: string) => markup };
const { trustedTypes } = globalThis as {
  trustedTypes?: { createPolicy(name: string, rules: MarkupPolicy): MarkupPolicy };
};
const policy = trustedTypes?.createPolicy('lamp', rules) ?? rules;

export interface Values {
  label: string | undefined;
  level: number;
  steps: number;
  color: string;
  bright: boolean;
  stops: readonly string[];
  wiring: object | undefined;
}

export type Name = keyof Values;

export class Lamp extends HTMLElement {
  static observedAttributes = [...OWN, ...NATIVE, ...ARIA];
  static formAssociated = true;
  static sheet = new CSSStyleSheet();

  static {
    this.sheet.replaceSync(`
      :host { display: block }
      .glass { color: var(--lamp-color, #5f4700); padding: 4px }
    `);
  }

  values: Values = this.defaults();
  switched = 0;
  internals = this.attachInternals();
  /** ARIA attributes that moved to the control. */
  moved = new Map<string, string>();
  /** Properties that were set before the element was defined: they win over attributes. */
  early = new Set<string>();
  reading = false;
  leave: AbortController | undefined;
  inner: ShadowRoot = this.attachRoot();

  constructor() {
    super();
    this.addStyle();
    this.inner.innerHTML = policy.createHTML(this.markup());
    this.addListeners();
    this.takeOver();
    this.draw();
  }

  defaults(): Values {
    return {
      label: undefined,
      level: 0,
      steps: 1,
      color: 'amber',
      bright: false,
      stops: [],
      wiring: undefined,
    };
  }

  attachRoot(): ShadowRoot {
    return this.attachShadow({ mode: 'open', delegatesFocus: true });
  }

  addStyle(): void {
    this.inner.adoptedStyleSheets = [Lamp.sheet];
  }

  markup(): string {
    return '<button class="glass" part="glass"></button><slot></slot><slot name="note">No note</slot><output></output>';
  }

  addListeners(): void {
    this.control.addEventListener('click', () => this.turn());
    this.control.addEventListener('keydown', (event) => this.pressed(event));
    this.addEventListener('click', (event) => this.forward(event), { capture: true });
  }

  get control(): HTMLButtonElement {
    return this.inner.querySelector('button')!;
  }

  get output(): Element {
    return this.inner.querySelector('output')!;
  }

  /** A click on the element itself, from its label or from code, is one on the control. */
  forward(event: Event): void {
    if (event.composedPath()[0] !== this) return;
    event.stopImmediatePropagation();
    event.preventDefault();
    this.control.click();
  }

  /** Values that were set before the element was defined. */
  takeOver(): void {
    const own = this as unknown as Record<string, unknown>;
    for (const name of Object.keys(this.values)) {
      if (!Object.hasOwn(this, name)) continue;
      const value = own[name];
      delete own[name];
      this.early.add(name);
      own[name] = value;
    }
    queueMicrotask(() => this.early.clear());
  }

  convert(name: Name, value: unknown): unknown {
    if (name === 'bright') return Boolean(value);
    if (name === 'label') return value === undefined || value === null ? undefined : String(value);
    if (name === 'color') return COLORS.includes(value as string) ? value : 'amber';
    if (name === 'level') return this.number(value, 0, 0, 10);
    if (name === 'steps') return this.number(value, 1, 1, 5, true);
    return value ?? this.defaults()[name];
  }

  number(value: unknown, fallback: number, least: number, most: number, whole = false): number {
    const number = typeof value === 'string' && value.trim() ? Number(value) : value;
    if (typeof number !== 'number' || !(number >= least && number <= most)) return fallback;
    return whole && !Number.isInteger(number) ? fallback : number;
  }

  put(name: Name, value: unknown): void {
    const next = this.convert(name, value);
    if (Object.is(next, this.values[name])) return;
    this.store(name, next);
    if (!this.reading) this.reflect(name);
    this.draw(name);
  }

  store(name: Name, value: unknown): void {
    this.values = { ...this.values, [name]: value };
  }

  reflect(name: Name): void {
    if (name === 'bright') this.toggleAttribute('bright', this.values.bright);
    if (name !== 'color') return;
    if (this.values.color === 'amber') this.removeAttribute('color');
    else this.setAttribute('color', this.values.color);
  }

  /** Shows all values; `_changed` is the one that brought it about. */
  draw(_changed?: Name): void {
    const { label, stops, bright, level } = this.values;
    this.control.textContent = label ?? '';
    this.output.textContent = `switched ${this.switched} times, ${stops.length} stops, level ${level}`;
    this.showState(bright);
    this.tellForm();
  }

  showState(bright: boolean): void {
    if (bright) this.internals.states.add('shining');
    else this.internals.states.delete('shining');
  }

  tellForm(): void {
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
    this.put('label', this.getAttribute('label'));
  }

  formStateRestoreCallback(state: string): void {
    this.put('label', state);
  }

  formDisabledCallback(disabled: boolean): void {
    this.control.disabled = disabled;
  }

  get label(): unknown {
    return this.values.label;
  }

  set label(value: unknown) {
    this.put('label', value);
  }

  get level(): unknown {
    return this.values.level;
  }

  set level(value: unknown) {
    this.put('level', value);
  }

  get steps(): unknown {
    return this.values.steps;
  }

  set steps(value: unknown) {
    this.put('steps', value);
  }

  get color(): unknown {
    return this.values.color;
  }

  set color(value: unknown) {
    this.put('color', value);
  }

  get bright(): unknown {
    return this.values.bright;
  }

  set bright(value: unknown) {
    this.put('bright', value);
  }

  get stops(): unknown {
    return this.values.stops;
  }

  set stops(value: unknown) {
    this.put('stops', value);
  }

  get wiring(): unknown {
    return this.values.wiring;
  }

  set wiring(value: unknown) {
    this.put('wiring', value);
  }

  attributeChangedCallback(name: string, _before: string | null, text: string | null): void {
    if (ARIA.includes(name) || NATIVE.includes(name)) this.pass(name, text);
    else if (!this.early.has(name)) {
      this.reading = true;
      this.read(name as Name, text);
      this.reading = false;
    }
  }

  read(name: Name, text: string | null): void {
    this.put(name, name === 'bright' ? text !== null : text);
  }

  /** Gives an attribute to the control; what describes it moves there, so that it is announced once. */
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

  /** Switches the lamp, unless somebody who is told of it says no. */
  turn(): void {
    if (!this.say({ label: this.values.label ?? '' })) return;
    this.switched++;
    this.put('bright', !this.values.bright);
    this.draw();
  }

  say(detail: unknown): boolean {
    return this.dispatchEvent(
      new CustomEvent('lamp-switch', { detail, bubbles: true, composed: true, cancelable: true }),
    );
  }

  pressed(event: KeyboardEvent): void {
    if (event.key === 'Escape') this.put('bright', false);
  }

  flash(): boolean {
    this.put('bright', true);
    return true;
  }

  async dim(level: number): Promise<number> {
    await Promise.resolve();
    this.put('level', level);
    return this.values.level;
  }

  connectedCallback(): void {
    this.leave = new AbortController();
    window.addEventListener('offline', () => this.draw(), { signal: this.leave.signal });
  }

  disconnectedCallback(): void {
    this.leave?.abort();
  }
}
