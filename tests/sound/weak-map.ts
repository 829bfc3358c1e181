import { MARKUP, sheet, STYLE } from './beacon.js';
import { earlyValues, level, list, NAMES, text } from './early.js';

const LOOK = sheet(STYLE);

interface Inside {
  values: Record<string, unknown>;
  early: Set<string>;
  root: ShadowRoot;
}

/** What each instance has is kept beside it. */
const insides = new WeakMap<HTMLElement, Inside>();

const CONVERT: Record<string, (value: unknown) => unknown> = { label: text, level, on: Boolean, kinds: list };

export default class WeakBeacon extends HTMLElement {
  static observedAttributes = ['label', 'level', 'on'];
  declare on: unknown;

  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    const inside: Inside = {
      values: { label: undefined, level: 0, on: false, kinds: [] },
      early: new Set(),
      root,
    };
    insides.set(this, inside);
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = MARKUP;
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    for (const [name, value] of Object.entries(earlyValues(this, NAMES))) {
      inside.early.add(name);
      (this as unknown as Record<string, unknown>)[name] = value;
    }
    queueMicrotask(() => inside.early.clear());
    draw(this);
  }

  attributeChangedCallback(name: string, _before: string | null, value: string | null): void {
    if (!insides.get(this)!.early.has(name))
      (this as unknown as Record<string, unknown>)[name] = name === 'on' ? value !== null : value;
  }

  turn(): boolean {
    this.on = !this.on;
    this.dispatchEvent(
      new CustomEvent('beacon-turn', { detail: { on: this.on }, bubbles: true, composed: true }),
    );
    return Boolean(this.on);
  }
}

for (const name of NAMES) {
  Object.defineProperty(WeakBeacon.prototype, name, {
    configurable: true,
    enumerable: true,
    get(this: WeakBeacon) {
      return insides.get(this)!.values[name];
    },
    set(this: WeakBeacon, value: unknown) {
      const { values } = insides.get(this)!;
      const next = CONVERT[name]!(value);
      if (Object.is(values[name], next)) return;
      values[name] = next;
      if (name === 'on') this.toggleAttribute('on', Boolean(next));
      draw(this);
    },
  });
}

function draw(beacon: WeakBeacon): void {
  const { values, root } = insides.get(beacon)!;
  root.querySelector('button')!.textContent = `${String(values.label ?? '')} ${String(values.level)}`;
}
