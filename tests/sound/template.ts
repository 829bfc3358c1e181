import { Beacon, MARKUP, STYLE, words } from './beacon.js';

const TEMPLATE = document.createElement('template');
TEMPLATE.innerHTML = `<style>${STYLE}</style>${MARKUP}`;

/** Cloned from a template that all share; style in a style element. */
export default class extends Beacon {
  constructor() {
    super();
    this.attachShadow({ mode: 'open' }).append(TEMPLATE.content.cloneNode(true));
    this.shadowRoot!.querySelector('button')!.addEventListener('click', () => this.turn());
    this.begin();
  }

  protected override draw(): void {
    this.shadowRoot!.querySelector('button')!.textContent = words(this);
  }
}
