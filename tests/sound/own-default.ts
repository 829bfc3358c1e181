import { Beacon, MARKUP, sheet, words } from './beacon.js';

const LOOK = sheet(':host { display: block; --beacon-color: #333 } .light { color: var(--beacon-color) }');

/** Its style gives its custom property a value at the element itself; the page's style for the element is stronger. */
export default class extends Beacon {
  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = MARKUP;
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    this.begin();
  }

  protected override draw(): void {
    this.shadowRoot!.querySelector('button')!.textContent = words(this);
  }
}
