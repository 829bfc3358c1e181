import { keeping, list, made, tell } from './keeping.js';

export const contract = `
properties:
  items: { type: array, items: { type: string }, default: [] }
events: { twin-pick: { detail: { type: object, properties: { past: { type: array, items: { type: string } } }, required: [past] }, by: person } }
`;
export const samples = `
- sample: Two picks
  properties: { items: [Rope, Salt, Tar] }
  steps:
    - click: button:nth-child(2)
    - expect: { event: twin-pick, detail: { past: [Salt] } }
    - press: ArrowDown
    - expect: { focused: button:nth-child(3) }
    - click: button:nth-child(1)
    - expect: { event: twin-pick, detail: { past: [Salt, Rope] } }
`;
export const faults = [
  'can be reached by nobody with a shorter list',
  'goes on writing into what it handed out',
];

/** A list of buttons of which the keyboard reaches one. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends keeping({ items: list<string>() }) {
    #menu = made('div');
    #active = 0;
    #past: string[] = [];

    constructor() {
      super();
      this.attachShadow({ mode: 'open', delegatesFocus: true }).append(this.#menu);
      this.#menu.addEventListener('click', (event) => this.pick(event.target as HTMLElement));
      this.#menu.addEventListener('keydown', (event) => {
        if (event.key === 'ArrowDown') this.activate(Math.min(this.#active + 1, this.now.items.length - 1));
      });
      this.begin();
    }

    pick(button: HTMLElement): void {
      if (button.localName !== 'button') return;
      this.activate([...this.#menu.children].indexOf(button));
      if (is('goes on writing into what it handed out')) this.#past.push(button.textContent);
      else this.#past = [...this.#past, button.textContent];
      tell(this, 'twin-pick', { past: this.#past });
    }

    activate(index: number): void {
      this.#active = index;
      for (const [at, button] of [...this.#menu.children].entries())
        (button as HTMLElement).tabIndex = at === index ? 0 : -1;
      (this.#menu.children[index] as HTMLElement | undefined)?.focus();
    }

    draw(): void {
      const { items } = this.now;
      if (this.#active >= items.length && !is('can be reached by nobody with a shorter list'))
        this.#active = 0;
      const buttons = items.map((item, at) => {
        const button = made('button', item);
        button.tabIndex = at === this.#active ? 0 : -1;
        return button;
      });
      this.#menu.replaceChildren(...buttons);
    }
  };
}
