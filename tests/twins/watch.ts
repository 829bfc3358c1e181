import { flag, keeping, made } from './keeping.js';

export const contract = `
properties:
  running: { type: boolean }
`;
export const samples = `
- sample: It runs
  properties: { running: true }
  steps:
    - expect: { text: { p: On watch } }
`;
export const faults = [
  'goes on when it is stopped while it is away',
  'runs twice when it was started while it was away',
  'does not say any more that it has stopped',
];

/** A timer runs while it is in the page and running. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ running: flag() }) {
    #words = made('p');
    #timer = 0;

    constructor() {
      super();
      this.attachShadow({ mode: 'open' }).append(this.#words);
      this.begin();
    }

    connectedCallback(): void {
      this.run();
    }

    disconnectedCallback(): void {
      clearInterval(this.#timer);
      if (!is('goes on when it is stopped while it is away')) this.#timer = 0;
    }

    run(): void {
      const { running } = this.now;
      const isTwice = is('runs twice when it was started while it was away');
      if (!isTwice || !this.isConnected) clearInterval(this.#timer);
      const wasOn = this.#timer !== 0 && is('goes on when it is stopped while it is away');
      this.#timer = 0;
      if ((this.isConnected || isTwice) && (running || wasOn))
        this.#timer = setInterval(() => {}, 60_000) as unknown as number;
    }

    draw(name?: string): void {
      const { running } = this.now;
      if (running || name === undefined || !is('does not say any more that it has stopped'))
        this.#words.textContent = running ? 'On watch' : 'Off watch';
      if (this.isConnected || is('runs twice when it was started while it was away')) this.run();
    }
  };
}
