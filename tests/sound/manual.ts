import { Beacon, MARKUP, sheet, STYLE, words } from './beacon.js';

const LOOK = sheet(STYLE);

/** Assigns its slots by hand. */
export default class extends Beacon {
  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open', slotAssignment: 'manual' });
    root.adoptedStyleSheets = [LOOK];
    root.innerHTML = MARKUP;
    root.querySelector('button')!.addEventListener('click', () => this.turn());
    new MutationObserver(() => this.#assign()).observe(this, {
      childList: true,
      subtree: true,
      attributeFilter: ['slot'],
    });
    this.begin();
  }

  connectedCallback(): void {
    this.#assign();
  }

  #assign(): void {
    const [all, note] = [...this.shadowRoot!.querySelectorAll('slot')];
    const nodes = [...this.childNodes].filter((node) => node instanceof Element || node instanceof Text);
    all!.assign(...nodes.filter((node) => node instanceof Text || node.slot === ''));
    note!.assign(...nodes.filter((node) => node instanceof Element && node.slot === 'note'));
  }

  protected override draw(): void {
    this.shadowRoot!.querySelector('button')!.textContent = words(this);
  }
}
