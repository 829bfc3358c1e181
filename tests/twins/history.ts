import { keeping, made, text } from './keeping.js';

export const contract = `
properties:
  ship: { type: string, default: '' }
  berth: { type: string, default: '' }
methods:
  lastBerth: { returns: { type: string } }
`;
export const samples = `
- sample: Moved on
  properties: { ship: Heron, berth: A1 }
  steps:
    - set: { berth: B2 }
    - expect: { text: { p: 'Heron at B2, before at A1' } }
- sample: Asked
  properties: { ship: Heron, berth: A1 }
  steps:
    - set: { berth: B2 }
    - call: lastBerth
    - expect: { returned: A1 }
`;
export const faults = ['keeps the name of the first ship'];

/** Says where a ship was before: its sample shows that this counts. */
export function element(fault?: string): CustomElementConstructor {
  return class extends keeping({ ship: text(), berth: text() }) {
    #words = made('p');
    #ship = '';
    #last = '';
    #before = '';

    constructor() {
      super();
      this.attachShadow({ mode: 'open' }).append(this.#words);
      this.begin();
    }

    lastBerth(): string {
      return this.#before;
    }

    draw(name?: string): void {
      const { ship, berth } = this.now;
      if (name === 'berth' && this.#last !== '') this.#before = this.#last;
      this.#last = berth;
      if (this.#ship === '' || fault !== 'keeps the name of the first ship') this.#ship = ship;
      const before = this.#before === '' ? '' : `, before at ${this.#before}`;
      this.#words.textContent = `${this.#ship} at ${berth}${before}`;
    }
  };
}
