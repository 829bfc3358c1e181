import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** Observes the page and itself while it is there. */
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

  #sizes: ResizeObserver | undefined;

  connectedCallback(): void {
    this.#sizes = new ResizeObserver(() => this.draw());
    this.#sizes.observe(this);
    this.#sizes.observe(document.documentElement);
  }

  disconnectedCallback(): void {
    this.#sizes?.disconnect();
  }
}
