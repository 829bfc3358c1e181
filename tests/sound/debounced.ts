import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** Draws once nothing has changed for a moment. */
export default class extends Beacon {
  #timer = 0;

  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = MARKUP;
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    this.begin();
  }

  protected override draw(): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => {
      this.shadowRoot!.querySelector('button')!.textContent = words(this);
    }, 60) as unknown as number;
  }
}
