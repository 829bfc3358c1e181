import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** Ticks while it is in the page. */
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

  #timer = 0;

  connectedCallback(): void {
    this.#timer = setInterval(() => {}, 1000) as unknown as number;
  }

  disconnectedCallback(): void {
    clearInterval(this.#timer);
  }
}
