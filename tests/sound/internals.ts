import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** Says its state and its role by its internals. */
export default class extends Beacon {
  readonly #internals = this.attachInternals();

  constructor() {
    super();
    this.#internals.role = 'group';
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = MARKUP;
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    this.begin();
  }

  protected override draw(): void {
    this.shadowRoot!.querySelector('button')!.textContent = words(this);
    if (this.on) this.#internals.states.add('shining');
    else this.#internals.states.delete('shining');
    this.#internals.ariaLabel = String(this.label ?? '');
  }
}
