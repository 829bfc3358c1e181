import { MARKUP, sheet, STYLE } from './beacon.js';
import { earlyValues, level, NAMES } from './early.js';

const LOOK = sheet(STYLE);

/** Its attributes are where its values are. */
export default class extends HTMLElement {
  static observedAttributes = ['label', 'level', 'on'];
  #kinds: unknown = undefined;
  /** What is no attribute, since it is not to be reflected. */
  #own: { label?: string | undefined; level?: number | undefined } = {};

  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = MARKUP;
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    const early = earlyValues(this, NAMES);
    for (const name of ['label', 'level'] as const) {
      if (name in early) queueMicrotask(() => (this.#locked[name] = false));
      if (name in early) this.#locked[name] = true;
    }
    Object.assign(this, early);
    this.#draw();
  }

  #locked: Record<string, boolean> = {};

  get label(): unknown {
    return this.#own.label;
  }
  set label(value: unknown) {
    this.#own.label = value === undefined || value === null ? undefined : String(value);
    this.#draw();
  }
  get level(): unknown {
    return this.#own.level ?? 0;
  }
  set level(value: unknown) {
    this.#own.level = level(value);
    this.#draw();
  }
  get on(): unknown {
    return this.hasAttribute('on');
  }
  set on(value: unknown) {
    this.toggleAttribute('on', Boolean(value));
  }
  get kinds(): unknown {
    return (this.#kinds ??= []);
  }
  set kinds(value: unknown) {
    this.#kinds = Array.isArray(value) ? value : undefined;
    this.#draw();
  }

  attributeChangedCallback(name: string, _before: string | null, value: string | null): void {
    if (this.#locked[name]) return;
    if (name === 'label') this.label = value;
    else if (name === 'level') this.level = value;
    else this.#draw();
  }

  turn(): boolean {
    this.on = !this.on;
    this.dispatchEvent(
      new CustomEvent('beacon-turn', { detail: { on: this.on }, bubbles: true, composed: true }),
    );
    return Boolean(this.on);
  }

  #draw(): void {
    this.shadowRoot!.querySelector('button')!.textContent =
      `${this.#own.label ?? ''} ${this.#own.level ?? 0} ${this.on ? 'on' : 'off'}`;
  }
}
