import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** Writes its whole inside anew at each change, with one listener on the root. */
export default class extends Beacon {
  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.addEventListener('click', (event) => {
      if ((event.target as Element).closest('button')) this.turn();
    });
    this.begin();
  }

  protected override draw(): void {
    this.shadowRoot!.innerHTML = MARKUP;
    this.shadowRoot!.querySelector('button')!.textContent = words(this);
  }
}
