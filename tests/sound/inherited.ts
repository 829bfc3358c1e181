import { MARKUP, sheet, STYLE } from './beacon.js';
import { earlyValues, level, list, NAMES, text } from './early.js';

const LOOK = sheet(STYLE);

/** Three classes, one above the other, and a mixin between them. */
class Rooted extends HTMLElement {
  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = MARKUP;
  }

  get button(): HTMLButtonElement {
    return this.shadowRoot!.querySelector('button')!;
  }
}

type Constructor = new (...given: any[]) => Rooted;

const Switched = <Base extends Constructor>(base: Base) =>
  class extends base {
    protected isOn = false;

    get on(): unknown {
      return this.isOn;
    }
    set on(value: unknown) {
      this.isOn = Boolean(value);
      this.toggleAttribute('on', this.isOn);
      this.draw();
    }

    turn(): boolean {
      this.on = !this.isOn;
      this.dispatchEvent(
        new CustomEvent('beacon-turn', { detail: { on: this.isOn }, bubbles: true, composed: true }),
      );
      return this.isOn;
    }

    draw(): void {}
  };

class Named extends Switched(Rooted) {
  protected name: string | undefined;

  get label(): unknown {
    return this.name;
  }
  set label(value: unknown) {
    this.name = text(value);
    this.draw();
  }
}

export default class extends Named {
  static observedAttributes = ['label', 'level', 'on'];
  #level = 0;
  #kinds: unknown = [];
  #early: Record<string, unknown>;

  constructor() {
    super();
    this.button.addEventListener('click', () => this.turn());
    this.#early = earlyValues(this, NAMES);
    Object.assign(this, this.#early);
    this.draw();
  }

  connectedCallback(): void {
    this.#early = {};
  }

  get level(): unknown {
    return this.#level;
  }
  set level(value: unknown) {
    this.#level = level(value);
    this.draw();
  }
  get kinds(): unknown {
    return this.#kinds;
  }
  set kinds(value: unknown) {
    this.#kinds = list(value);
    this.draw();
  }

  attributeChangedCallback(
    name: 'label' | 'level' | 'on',
    before: string | null,
    value: string | null,
  ): void {
    if (Object.hasOwn(this.#early, name) || before === value) return;
    if (name !== 'on') this[name] = value;
    else if (this.isOn !== (value !== null)) this.on = value !== null;
  }

  override draw(): void {
    this.button.textContent = `${this.name ?? ''} ${this.#level ?? 0} ${this.isOn ? 'on' : 'off'}`;
  }
}
