import { keeping, list, made } from './keeping.js';

export const contract = `
properties:
  rows: { type: array, items: { type: string }, default: [] }
`;
export const samples = `
- sample: Three rows
  properties: { rows: [Salt, Rope, Tar] }
  steps:
    - expect: { text: { 'li:first-child': Salt } }
`;
export const faults = [];

/** Draws as many rows as it has room for, once it knows how much that is. */
export function element(): CustomElementConstructor {
  return class extends keeping({ rows: list<string>() }) {
    #list = made('ul');
    #room = 0;
    #observer = new ResizeObserver(() => this.measure());

    constructor() {
      super();
      this.#list.style.cssText = 'height: 120px; overflow: hidden; margin: 0; line-height: 20px';
      this.attachShadow({ mode: 'open' }).append(this.#list);
      this.begin();
    }

    connectedCallback(): void {
      this.#observer.observe(this.#list);
    }

    disconnectedCallback(): void {
      this.#observer.disconnect();
    }

    measure(): void {
      this.#room = Math.floor(this.#list.clientHeight / 20);
      this.draw();
    }

    draw(): void {
      this.#list.replaceChildren(...this.now.rows.slice(0, this.#room).map((row) => made('li', row)));
    }
  };
}
