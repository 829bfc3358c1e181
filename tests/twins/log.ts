import { keeping, made, type Kind } from './keeping.js';

export const contract = `
properties:
  since: { instance: Date }
  marks: { instance: Map }
`;
export const samples = `
- sample: Nothing yet
  steps:
    - expect: { text: { p: 'Since the start, 0 marks' } }
`;
export const faults = [
  'copies the date that it is given',
  'copies the map that it is given',
  'keeps the year of the first date',
];

const instance = <Made>(Class: new () => Made): Kind<Made | undefined> => ({
  of: (value) => (value instanceof Class ? value : undefined),
  attribute: false,
});

/** Is given instances of classes. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ since: instance(Date), marks: instance(Map) }) {
    #words = made('p');
    #year: number | undefined;

    constructor() {
      super();
      this.attachShadow({ mode: 'open' }).append(this.#words);
      this.begin();
    }

    override put(name: 'since' | 'marks', value: unknown): void {
      const copiesDate = is('copies the date that it is given') && value instanceof Date;
      const copiesMap = is('copies the map that it is given') && value instanceof Map;
      super.put(name, copiesDate ? new Date(value) : copiesMap ? new Map(value) : value);
    }

    draw(): void {
      const { since, marks } = this.now;
      if (!is('keeps the year of the first date')) this.#year = since?.getFullYear();
      else this.#year ??= since?.getFullYear();
      this.#words.textContent = `Since ${this.#year ?? 'the start'}, ${marks?.size ?? 0} marks`;
    }
  };
}
