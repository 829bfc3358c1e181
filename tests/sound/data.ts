import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** What it is given in a slot is data, and never drawn. */
export default class extends Beacon {
  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = `${MARKUP.replace('<slot></slot>', '<slot hidden></slot>')}<output>0 given</output>`;
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    root.querySelector('slot')!.addEventListener('slotchange', (event) => {
      const count = (event.target as HTMLSlotElement).assignedElements().length;
      root.querySelector('output')!.textContent = `${count} given`;
    });
    this.begin();
  }

  protected override draw(): void {
    this.shadowRoot!.querySelector('button')!.textContent = words(this);
  }
}
