import { keeping, made, tell, text, whole } from './keeping.js';

export const contract = `
properties:
  label: { type: string, default: '' }
  level: { type: integer, minimum: 1, maximum: 6, default: 2 }
events: { twin-choose: { detail: { type: string }, by: person } }
`;
export const samples = `
- sample: Chosen
  properties: { label: Arrivals, level: 3 }
  steps:
    - click: h3
    - expect: { event: twin-choose, detail: Arrivals }
`;
export const faults = [
  'loses its label with another level',
  'tells of each click once for each level that it had',
];

/** Its heading is another element for each level. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ label: text(), level: whole(2, 1, 6) }) {
    #root = this.attachShadow({ mode: 'open' });
    #heading: HTMLElement | undefined;

    constructor() {
      super();
      this.#root.addEventListener('click', this.#choose);
      this.begin();
    }

    #choose = (): void => void tell(this, 'twin-choose', this.now.label);

    draw(name?: string): void {
      const { label, level } = this.now;
      if (this.#heading?.localName !== `h${level}`) {
        this.#heading = made(`h${level as 1}`);
        this.#root.replaceChildren(this.#heading);
        if (name !== undefined && is('tells of each click once for each level that it had'))
          this.#root.addEventListener('click', () => this.#choose());
      }
      if (is('loses its label with another level') && name === 'level') return;
      this.#heading.textContent = label;
    }
  };
}
