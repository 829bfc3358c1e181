import { keeping, made, text } from './keeping.js';

export const contract = `
properties:
  name: { type: string, default: '', examples: [Anna, Bo] }
  src: { type: string, default: '', examples: ['data:image/gif;base64,R0lGODlhAQABAAAAACw=', 'data:image/gif;base64,R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7'] }
`;
export const samples = `
- sample: By name
  properties: { name: Anna }
  steps:
    - expect: { text: { b: A } }
`;
export const faults = ['shows no letter when the picture has gone', 'keeps the text of its picture'];

/** Shows a picture, or the first letter of a name. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ name: text(), src: text() }) {
    #root = this.attachShadow({ mode: 'open' });
    #image: HTMLImageElement | undefined;

    constructor() {
      super();
      this.begin();
    }

    draw(changed?: string): void {
      const { name, src } = this.now;
      if (src === '') {
        this.#image = undefined;
        if (changed === 'src' && is('shows no letter when the picture has gone'))
          this.#root.replaceChildren();
        else this.#root.replaceChildren(made('b', name.slice(0, 1)));
        return;
      }
      if (!this.#image) {
        this.#image = made('img');
        this.#image.alt = name;
        this.#root.replaceChildren(this.#image);
      }
      if (!is('keeps the text of its picture')) this.#image.alt = name;
      this.#image.src = src;
    }
  };
}
