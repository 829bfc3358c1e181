import { keeping, made, text } from './keeping.js';

export const contract = `
properties:
  label: { type: string, default: '' }
parts: { board: The board }
`;
export const samples = `
- sample: Painted
  properties: { label: Dock 4 }
  steps:
    - expect: { text: { b: Dock 4 } }
`;
export const faults = ['forgets its board in another document', 'puts its style in once more each time'];

/** Its style sheet is made for the document that it is in. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ label: text() }) {
    #board = made('b');
    #root = this.attachShadow({ mode: 'open' });

    constructor() {
      super();
      this.#board.part.add('board');
      this.#root.append(this.#board);
      this.paint();
      this.begin();
    }

    adoptedCallback(): void {
      this.paint();
      if (is('forgets its board in another document')) this.#board.textContent = '';
    }

    connectedCallback(): void {
      if (is('puts its style in once more each time')) this.paint();
    }

    paint(): void {
      const View = this.ownerDocument.defaultView ?? window;
      const sheet = new (View as typeof globalThis & Window).CSSStyleSheet();
      sheet.replaceSync('b { color: rgb(0 60 90); padding: 6px; display: block }');
      const others = is('puts its style in once more each time') ? this.#root.adoptedStyleSheets : [];
      this.#root.adoptedStyleSheets = [...others, sheet];
    }

    draw(): void {
      this.#board.textContent = this.now.label;
    }
  };
}
