import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** Draws in an animation frame, while it is in the page. */
export default class extends Beacon {
  #frame = 0;

  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = MARKUP;
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    this.begin();
  }

  protected override draw(): void {
    cancelAnimationFrame(this.#frame);
    this.#frame = requestAnimationFrame(() => {
      this.shadowRoot!.querySelector('button')!.textContent = words(this);
    });
  }

  disconnectedCallback(): void {
    cancelAnimationFrame(this.#frame);
  }

  connectedCallback(): void {
    this.draw();
  }
}
