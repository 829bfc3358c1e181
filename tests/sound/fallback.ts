import { Beacon, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** Its default slot stands in the fallback of the note. */
export default class extends Beacon {
  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML =
      '<button class="light" part="light"></button><slot name="note"><p><slot></slot></p></slot>';
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    this.begin();
  }

  protected override draw(): void {
    this.shadowRoot!.querySelector('button')!.textContent = words(this);
  }
}
