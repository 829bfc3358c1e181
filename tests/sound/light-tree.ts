import { Beacon, words } from './beacon.js';

/** Draws into itself, without a shadow root. */
export default class extends Beacon {
  #button: HTMLButtonElement | undefined;

  constructor() {
    super();
    this.begin();
  }

  connectedCallback(): void {
    if (!this.#button) {
      this.#button = document.createElement('button');
      this.#button.className = 'light';
      this.#button.setAttribute('part', 'light');
      this.#button.addEventListener('click', () => this.turn());
      this.append(this.#button);
    }
    this.draw();
  }

  protected override draw(): void {
    if (this.#button) this.#button.textContent = words(this);
  }
}
