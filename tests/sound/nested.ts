import { earlyValues } from './early.js';

interface Branch {
  name: string;
  branches?: Branch[];
}

/** A list of itself: what it is given holds more of the same kind. */
export default class extends HTMLElement {
  #tree: Branch | undefined;

  constructor() {
    super();
    this.attachShadow({ mode: 'open' });
    Object.assign(this, earlyValues(this, ['tree']));
    this.#draw();
  }

  get tree(): unknown {
    return this.#tree;
  }
  set tree(value: unknown) {
    this.#tree =
      typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Branch) : undefined;
    this.#draw();
  }

  #draw(): void {
    this.shadowRoot!.replaceChildren(...(this.#tree ? [branch(this.#tree)] : []));
  }
}

function branch({ name, branches }: Branch): HTMLElement {
  const item = document.createElement('p');
  item.append(name.toUpperCase(), ...(branches ?? []).map(branch));
  return item;
}
