import { choice, keeping, made, text } from './keeping.js';

export const contract = `
properties:
  tone: { enum: [calm, storm], default: calm }
  code: { type: string, pattern: '^[A-Z]{3}$', default: ABC, examples: [DEF, XYZ] }
`;
export const samples = `
- sample: A storm
  properties: { tone: storm, code: KLM }
  steps:
    - expect: { text: { p: Storm KLM } }
`;
export const faults = [
  'takes what every object has for a tone',
  'takes a code with something behind it',
  'takes a code with a line behind it',
];

const TONES: Record<string, string> = { calm: 'Calm', storm: 'Storm' };

/** Looks its words up. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  const pattern = is('takes a code with something behind it')
    ? /^[A-Z]{3}/
    : is('takes a code with a line behind it')
      ? /^[A-Z]{3}$/m
      : /^[A-Z]{3}$/;
  const tone = is('takes what every object has for a tone')
    ? { of: (value: unknown) => ((value as string) in TONES ? (value as string) : 'calm') }
    : choice('calm', 'storm');
  const code = {
    of: (value: unknown) =>
      text('ABC').of(typeof value === 'string' && pattern.test(value) ? value : undefined),
  };
  return class extends keeping({ tone, code }) {
    #words = made('p');

    constructor() {
      super();
      this.attachShadow({ mode: 'open' }).append(this.#words);
      this.begin();
    }

    draw(): void {
      this.#words.textContent = `${TONES[this.now.tone]} ${this.now.code}`;
    }
  };
}
