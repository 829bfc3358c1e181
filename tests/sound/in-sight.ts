import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** Draws from the moment on in which somebody can see it. */
export default class extends Beacon {
  #inSight = false;
  readonly #watch = new IntersectionObserver((entries) => {
    if (!entries.some(({ isIntersecting }) => isIntersecting)) return;
    this.#watch.disconnect();
    this.#inSight = true;
    this.draw();
  });

  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = MARKUP;
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    this.begin();
  }

  connectedCallback(): void {
    if (!this.#inSight) this.#watch.observe(this);
  }

  disconnectedCallback(): void {
    this.#watch.disconnect();
  }

  protected override draw(): void {
    if (this.#inSight) this.shadowRoot!.querySelector('button')!.textContent = words(this);
  }
}
