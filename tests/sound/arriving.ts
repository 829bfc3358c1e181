import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** It takes the focus when it arrives, and a sample says so. */
export default class extends Beacon {
  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = MARKUP;
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    this.begin();
  }

  connectedCallback(): void {
    this.shadowRoot!.querySelector('button')!.focus();
  }

  protected override draw(): void {
    this.shadowRoot!.querySelector('button')!.textContent = words(this);
  }
}
