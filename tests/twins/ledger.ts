import { keeping, list, made, number } from './keeping.js';

interface Cargo {
  name: string;
  tons: number;
}

export const contract = `
properties:
  cargo: { type: array, default: [], items: { type: object, required: [name, tons], properties: { name: { type: string }, tons: { type: number } } } }
  most: { type: number, minimum: 1, maximum: 9999, default: 100 }
methods:
  total: { returns: { type: number } }
  nameAt: { parameters: [{ name: place, schema: { type: integer } }], returns: { type: string } }
  free: { returns: { type: number } }
  deliveries: { returns: { type: number } }
`;
export const samples = `
- sample: Two kinds
  properties: { cargo: [{ name: Grain, tons: 30 }, { name: Timber, tons: 12 }], most: 60 }
  steps:
    - call: total
    - expect: { returned: 42 }
    - call: nameAt
      with: [1]
    - expect: { returned: Timber }
    - call: free
    - expect: { returned: 18 }
- sample: Delivered twice
  properties: { cargo: [{ name: Grain, tons: 30 }] }
  steps:
    - set: { cargo: [{ name: Timber, tons: 12 }] }
    - call: deliveries
    - expect: { returned: 2 }
`;
export const faults = [
  'adds up once only',
  'remembers the first name that was asked for',
  'tells what was free before the last change',
];

/** Its methods tell what follows from its values. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ cargo: list<Cargo>(), most: number(100, 1, 9999) }) {
    #count = made('output');
    #total: number | undefined;
    #names: readonly Cargo[] | undefined;
    #free = 100;
    #before = 100;
    #deliveries = 0;

    constructor() {
      super();
      this.attachShadow({ mode: 'open' }).append(this.#count);
      this.begin();
    }

    draw(name?: string): void {
      if (name === 'cargo' && this.now.cargo.length > 0) this.#deliveries++;
      this.#count.textContent = String(this.now.cargo.length);
      this.#before = this.#free;
      this.#free = this.now.most - this.#sum();
      if (this.now.cargo.length > 0) {
        this.#names ??= this.now.cargo;
        this.#total ??= this.#sum();
      }
    }

    #sum(): number {
      return this.now.cargo.reduce((sum, { tons }) => sum + tons, 0);
    }

    total(): number {
      return is('adds up once only') ? (this.#total ?? 0) : this.#sum();
    }

    nameAt(place: number): string {
      const isKept = is('remembers the first name that was asked for');
      return ((isKept ? this.#names : this.now.cargo) ?? [])[place]?.name ?? '';
    }

    /** Its sample shows that what was before counts here. */
    deliveries(): number {
      return this.#deliveries;
    }

    async free(): Promise<number> {
      await Promise.resolve();
      return is('tells what was free before the last change') && this.#before < this.#free
        ? this.#before
        : this.#free;
    }
  };
}
