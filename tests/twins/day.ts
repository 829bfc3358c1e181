import { choice, keeping, made, text } from './keeping.js';

export const contract = `
properties:
  day: { type: string, format: date, default: '', examples: ['2026-05-14', '2026-11-02'] }
  length: { enum: [long, short], default: long }
`;
export const samples = `
- sample: A day in May
  properties: { day: '2026-05-14' }
  steps:
    - expect: { text: { time: 'May 14, 2026' } }
`;
export const faults = [
  'shows a wrong day where there is none any more',
  'keeps the length that it came with',
];

/** Shows a day in words. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  const kinds = { day: text(), length: choice('long', 'short') };
  return class extends keeping(kinds) {
    #time = made('time');
    #format: Intl.DateTimeFormat | undefined;

    constructor() {
      super();
      this.attachShadow({ mode: 'open' }).append(this.#time);
      this.begin();
    }

    connectedCallback(): void {
      this.#format ??= this.format();
    }

    format(): Intl.DateTimeFormat {
      return new Intl.DateTimeFormat('en', {
        timeZone: 'UTC',
        month: this.now.length as 'long',
        day: 'numeric',
        year: 'numeric',
      });
    }

    draw(name?: string): void {
      const { day } = this.now;
      const format = is('keeps the length that it came with')
        ? (this.#format ?? this.format())
        : this.format();
      const isWrong = name === 'day' && day === '' && is('shows a wrong day where there is none any more');
      this.#time.dateTime = day;
      if (isWrong) this.#time.textContent = 'Invalid Date';
      else this.#time.textContent = Number.isNaN(Date.parse(day)) ? 'No day' : format.format(new Date(day));
    }
  };
}
