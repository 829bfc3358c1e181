import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(`${STYLE} .light { transition: color 2s, opacity 1s }`);

/** Changes its color slowly. */
export default class extends Beacon {
  readonly #root: ShadowRoot;

  constructor() {
    super();
    this.#root = this.attachShadow({ mode: 'open' });
    this.#root.adoptedStyleSheets = [LOOK];
    this.#root.innerHTML = MARKUP;
    this.#root.querySelector('button')!.addEventListener('click', () => this.turn());
    this.begin();
  }

  protected override draw(): void {
    this.#root.querySelector('button')!.textContent = words(this);
  }
}
