import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** The focus is delegated. */
export default class extends Beacon {
  readonly #root: ShadowRoot;

  constructor() {
    super();
    this.#root = this.attachShadow({ mode: 'open', delegatesFocus: true });
    this.#root.adoptedStyleSheets = [LOOK];
    this.#root.innerHTML = MARKUP;
    this.#root.querySelector('button')!.addEventListener('click', () => this.turn());
    this.begin();
  }

  protected override draw(): void {
    this.#root.querySelector('button')!.textContent = words(this);
  }
}
