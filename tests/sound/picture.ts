import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** Shows a picture that is not there. */
export default class extends Beacon {
  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = `${MARKUP}<img alt="A light" src="/no-such-picture.png"><small></small>`;
    const picture = root.querySelector('img')!;
    picture.addEventListener('error', () => {
      picture.replaceWith('No picture');
    });
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    this.begin();
  }

  protected override draw(): void {
    this.shadowRoot!.querySelector('button')!.textContent = words(this);
  }
}
