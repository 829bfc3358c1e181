import { earlyValues, level, list, NAMES, text } from './early.js';

type Values = Record<string, unknown>;

const EMPTY: Values = { label: undefined, level: 0, on: false, kinds: [] };

/** What most of the elements here have in common: values by name, attributes, early values. How they draw is theirs. */
export abstract class Beacon extends HTMLElement {
  static observedAttributes = ['label', 'level', 'on'];
  protected current: Values = { ...EMPTY, kinds: [] };
  #early = new Set<string>();
  #reading = false;

  /** Called by the constructors below, once they have made what they draw into. */
  protected begin(): void {
    const early = earlyValues(this, NAMES);
    for (const [name, value] of Object.entries(early)) {
      this.#early.add(name);
      (this as unknown as Values)[name] = value;
    }
    queueMicrotask(() => this.#early.clear());
    this.draw();
  }

  protected abstract draw(): void;

  protected put(name: string, value: unknown): void {
    if (Object.is(value, this.current[name])) return;
    this.current[name] = value;
    if (name === 'on' && !this.#reading) this.toggleAttribute('on', Boolean(value));
    this.draw();
  }

  get label(): unknown {
    return this.current.label;
  }
  set label(value: unknown) {
    this.put('label', text(value));
  }
  get level(): unknown {
    return this.current.level;
  }
  set level(value: unknown) {
    this.put('level', level(value));
  }
  get on(): unknown {
    return this.current.on;
  }
  set on(value: unknown) {
    this.put('on', Boolean(value));
  }
  get kinds(): unknown {
    return this.current.kinds;
  }
  set kinds(value: unknown) {
    this.put('kinds', list(value));
  }

  attributeChangedCallback(name: string, _before: string | null, value: string | null): void {
    if (this.#early.has(name)) return;
    this.#reading = true;
    (this as unknown as Values)[name] = name === 'on' ? value !== null : value;
    this.#reading = false;
  }

  turn(): boolean {
    this.on = !this.on;
    this.dispatchEvent(
      new CustomEvent('beacon-turn', { detail: { on: this.on }, bubbles: true, composed: true }),
    );
    return Boolean(this.on);
  }
}

export const MARKUP =
  '<button class="light" part="light"></button><slot></slot><slot name="note">No note</slot>';
export const STYLE = ':host { display: block } .light { color: var(--beacon-color, #333) }';

export function sheet(css: string): CSSStyleSheet {
  const made = new CSSStyleSheet();
  made.replaceSync(css);
  return made;
}

/** What is written on the button. */
export function words(beacon: Beacon): string {
  return `${String(beacon.label ?? '')} ${String(beacon.level)} ${beacon.on ? 'on' : 'off'} ${(beacon.kinds as unknown[]).join('+')}`;
}
