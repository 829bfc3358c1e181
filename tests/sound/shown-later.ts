import { Beacon, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** The note is shown while it is on, and only then. */
export default class extends Beacon {
  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = '<button class="light" part="light"></button><slot></slot><div></div>';
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    this.begin();
  }

  protected override draw(): void {
    this.shadowRoot!.querySelector('button')!.textContent = words(this);
    const place = this.shadowRoot!.querySelector('div')!;
    if (this.on && !place.firstChild) place.innerHTML = '<slot name="note">No note</slot>';
    else if (!this.on) place.replaceChildren();
  }
}
