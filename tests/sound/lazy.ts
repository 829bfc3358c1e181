import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** Makes its shadow root when it is first connected. */
export default class extends Beacon {
  connectedCallback(): void {
    if (!this.shadowRoot) {
      const root = this.attachShadow({ mode: 'open' });
      root.adoptedStyleSheets = [LOOK];
      root.innerHTML = MARKUP;
      root.querySelector('button')!.addEventListener('click', () => this.turn());
    }
    this.draw();
  }

  constructor() {
    super();
    this.begin();
  }

  protected override draw(): void {
    const button = this.shadowRoot?.querySelector('button');
    if (button) button.textContent = words(this);
  }
}
