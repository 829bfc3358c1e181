import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

let count = 0;

/** Gives its nodes ids that no other has. */
export default class extends Beacon {
  readonly #id = `beacon-${++count}`;

  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = `<span id="${this.#id}">Light</span>${MARKUP}`;
    root.querySelector('button')!.setAttribute('aria-describedby', this.#id);
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    this.begin();
  }

  protected override draw(): void {
    this.shadowRoot!.querySelector('button')!.textContent = words(this);
  }
}
