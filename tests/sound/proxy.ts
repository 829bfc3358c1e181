import { MARKUP, sheet, STYLE } from './beacon.js';
import { earlyValues, level, list, NAMES, text } from './early.js';

const LOOK = sheet(STYLE);

type State = Record<string, unknown>;

/** Its state is a proxy that draws after each change; its accessors are the instance's own. */
export default class extends HTMLElement {
  static observedAttributes = ['label', 'level', 'on'];
  declare on: unknown;
  #early = new Set<string>();
  readonly #state: State = new Proxy<State>(
    { label: undefined, level: 0, on: false, kinds: [] },
    {
      set: (target, name: string, value: unknown) => {
        if (Object.is(target[name], value)) return true;
        target[name] = value;
        if (name === 'on') this.toggleAttribute('on', Boolean(value));
        this.#draw();
        return true;
      },
    },
  );

  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = MARKUP;
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    const early = earlyValues(this, NAMES);
    const convert: Record<string, (value: unknown) => unknown> = {
      label: text,
      level,
      on: Boolean,
      kinds: list,
    };
    for (const name of NAMES)
      Object.defineProperty(this, name, {
        configurable: true,
        enumerable: true,
        get: () => this.#state[name],
        set: (value: unknown) => {
          this.#state[name] = convert[name]!(value);
        },
      });
    for (const [name, value] of Object.entries(early)) {
      this.#early.add(name);
      (this as unknown as State)[name] = value;
    }
    queueMicrotask(() => this.#early.clear());
    this.#draw();
  }

  attributeChangedCallback(name: string, _before: string | null, value: string | null): void {
    if (!this.#early.has(name)) (this as unknown as State)[name] = name === 'on' ? value !== null : value;
  }

  turn(): boolean {
    this.on = !this.on;
    this.dispatchEvent(
      new CustomEvent('beacon-turn', { detail: { on: this.on }, bubbles: true, composed: true }),
    );
    return Boolean(this.on);
  }

  #draw(): void {
    const { label, level: height } = this.#state;
    this.shadowRoot!.querySelector('button')!.textContent = `${String(label ?? '')} ${String(height)}`;
  }
}
