import { keeping, made, whole } from './keeping.js';

export const contract = `
properties:
  count: { type: integer, minimum: 0, default: 0 }
  most: { type: integer, minimum: 1, default: 9 }
`;
export const samples = `
- sample: More than it shows
  properties: { count: 12 }
  steps:
    - expect: { text: { span: 9+ } }
- sample: Few
  properties: { count: 3, most: 20 }
  steps:
    - expect: { text: { span: '3' } }
`;
export const faults = ['does not look again when it may show more', 'stays away once there was nothing'];

/** Shows a number up to a limit, and nothing at zero. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ count: whole(0, 0), most: whole(9, 1) }) {
    #shown = made('span');
    #was = false;

    constructor() {
      super();
      this.attachShadow({ mode: 'open' }).append(this.#shown);
      this.begin();
    }

    draw(name?: string): void {
      const { count, most } = this.now;
      if (name === 'most' && is('does not look again when it may show more') && count > most) return;
      if (this.#was && count === 0 && is('stays away once there was nothing')) this.#shown.className = 'gone';
      this.#was ||= count > 0;
      this.#shown.hidden = count === 0;
      this.#shown.textContent = count > most ? `${most}+` : String(count);
    }
  };
}
