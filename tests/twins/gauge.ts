import { keeping, made, number } from './keeping.js';

export const contract = `
properties:
  amount: { type: number, minimum: 0, default: 0 }
  most: { type: number, minimum: 1, default: 100 }
`;
export const samples = `
- sample: Half full
  properties: { amount: 10, most: 20 }
  steps:
    - expect: { text: { p: 50 % } }
`;
export const faults = ['cuts the amount by the limit of that moment', 'says another limit than it has'];

/** Shows how much of a limit is used. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ amount: number(0, 0), most: number(100, 1) }) {
    #bar = made('div');
    #words = made('p');
    #amount = 0;

    constructor() {
      super();
      this.#bar.role = 'meter';
      this.#bar.ariaLabel = 'Used';
      this.#bar.ariaValueMin = '0';
      this.#bar.style.height = '4px';
      this.attachShadow({ mode: 'open' }).append(this.#bar, this.#words);
      this.begin();
    }

    draw(name?: string): void {
      const { amount, most } = this.now;
      if (name !== 'most' || !is('cuts the amount by the limit of that moment'))
        this.#amount = Math.min(amount, most);
      if (name !== 'most' || !is('says another limit than it has')) this.#bar.ariaValueMax = String(most);
      this.#bar.ariaValueNow = String(this.#amount);
      const percent = Math.round((100 * this.#amount) / most);
      this.#bar.style.width = `${percent}%`;
      this.#words.textContent = `${percent} %`;
    }
  };
}
