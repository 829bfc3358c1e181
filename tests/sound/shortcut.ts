import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** A key that is pressed anywhere in the page brings a person to it. */
export default class extends Beacon {
  #leave: AbortController | undefined;

  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = MARKUP;
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    this.begin();
  }

  connectedCallback(): void {
    this.#leave = new AbortController();
    const go = (event: KeyboardEvent): void => {
      if (event.key !== '/') return;
      event.preventDefault();
      this.shadowRoot!.querySelector('button')!.focus();
    };
    window.addEventListener('keydown', go, { signal: this.#leave.signal });
  }

  disconnectedCallback(): void {
    this.#leave?.abort();
  }

  protected override draw(): void {
    this.shadowRoot!.querySelector('button')!.textContent = words(this);
  }
}
