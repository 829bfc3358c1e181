import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** Follows keys that are pressed anywhere in the page, and says so. */
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

  readonly #hear = (event: KeyboardEvent): void => {
    if (event.key === 'Escape') this.#root.querySelector('button')!.textContent = 'Escape was pressed';
  };

  connectedCallback(): void {
    window.addEventListener('keydown', this.#hear);
  }

  disconnectedCallback(): void {
    window.removeEventListener('keydown', this.#hear);
  }
}
