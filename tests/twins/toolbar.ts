import { made, tell } from './keeping.js';

export const contract = `
slots: { default: {} }
events: { twin-tool: { detail: { type: string }, by: person } }
`;
export const samples = `
- sample: A tool is used
  slots: { default: '<button>Winch</button><button>Crane</button>' }
  steps:
    - hover: '::slotted(button)'
    - click: '::slotted(button)'
    - expect: { event: twin-tool, detail: Winch }
`;
export const faults = ['hears a tool twice that was given again', 'stays marked as full when all has gone'];

/** Listens to what is in its slot. */
export function element(fault?: string): CustomElementConstructor {
  const is = (name: string): boolean => fault === name;
  return class extends HTMLElement {
    #slot = document.createElement('slot');
    #box = made('div');
    #tools = new Set<Element>();

    constructor() {
      super();
      this.#box.append(this.#slot);
      this.attachShadow({ mode: 'open' }).append(this.#box);
      this.#slot.addEventListener('slotchange', () => this.look());
    }

    connectedCallback(): void {
      this.look();
    }

    disconnectedCallback(): void {
      for (const tool of this.#tools) tool.removeEventListener('click', this.hear);
      this.#tools.clear();
    }

    hear = (event: Event): void => void tell(this, 'twin-tool', (event.currentTarget as Element).textContent);

    look(): void {
      const tools = new Set(this.#slot.assignedElements());
      for (const tool of tools) {
        if (this.#tools.has(tool)) continue;
        if (is('hears a tool twice that was given again'))
          tool.addEventListener('click', (event) => this.hear(event));
        else tool.addEventListener('click', this.hear);
      }
      for (const tool of this.#tools) if (!tools.has(tool)) tool.removeEventListener('click', this.hear);
      this.#tools = tools;
      if (tools.size > 0 || !is('stays marked as full when all has gone'))
        this.#box.className = tools.size > 0 ? 'full' : '';
    }
  };
}
