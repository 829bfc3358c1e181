import { Beacon, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** Made node by node, without markup. */
export default class extends Beacon {
  readonly #button = document.createElement('button');

  constructor() {
    super();
    const note = document.createElement('slot');
    note.name = 'note';
    note.append('No note');
    this.#button.className = 'light';
    this.#button.part.add('light');
    this.#button.addEventListener('click', this);
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.append(this.#button, document.createElement('slot'), note);
    this.begin();
  }

  /** The element itself is the listener. */
  handleEvent(): void {
    this.turn();
  }

  protected override draw(): void {
    this.#button.replaceChildren(words(this));
  }
}
