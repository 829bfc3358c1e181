import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** Draws once for all changes, in a microtask. */
export default class extends Beacon {
  #waits = false;

  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = MARKUP;
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    this.begin();
  }

  protected override draw(): void {
    if (this.#waits) return;
    this.#waits = true;
    queueMicrotask(() => {
      this.#waits = false;
      this.shadowRoot!.querySelector('button')!.textContent = words(this);
    });
  }
}
