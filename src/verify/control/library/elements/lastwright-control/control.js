/** Each property: its default, and what becomes of a value that is given. */
const PROPERTIES = {
  words: { initial: '', from: textOr('') },
  note: { initial: undefined, from: textOr(undefined) },
  plain: { initial: '', from: textOr('') },
  count: { initial: 0, from: number },
  amount: { initial: 0, from: number },
  bright: { initial: false, from: Boolean },
  ready: { initial: false, from: Boolean },
  look: { initial: 'wide', from: (value) => (value === 'narrow' ? value : 'wide') },
  marks: { initial: [], from: listOr },
  rows: { initial: [], from: listOr },
  shape: { initial: {}, from: (value) => (typeof value === 'object' && value !== null ? value : {}) },
};
const ATTRIBUTES = ['words', 'note', 'count', 'bright', 'look'];

function textOr(initial) {
  return (value) => (value === undefined || value === null ? initial : String(value));
}

function number(value) {
  const given = value === undefined || value === null || value === '' ? 0 : Number(value);
  return Number.isNaN(given) ? 0 : given;
}

function listOr(value) {
  return Array.isArray(value) ? value : [];
}

const style = new CSSStyleSheet();
style.replaceSync(':host { display: block }');

export class Control extends HTMLElement {
  static observedAttributes = ATTRIBUTES;
  #values = {};
  #shown;
  #fromAttribute = false;

  constructor() {
    super();
    for (const [name, { initial }] of Object.entries(PROPERTIES))
      this.#values[name] = structuredClone(initial);
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [style];
    this.#shown = document.createElement('output');
    const more = document.createElement('button');
    more.type = 'button';
    more.part = 'more';
    more.textContent = 'More';
    const extra = document.createElement('slot');
    extra.name = 'extra';
    const content = document.createElement('slot');
    content.textContent = 'No content';
    root.append(this.#shown, more, content, extra);
    more.addEventListener('click', () => {
      this.count++;
      this.dispatchEvent(
        new CustomEvent('control-change', { detail: { count: this.count }, bubbles: true, composed: true }),
      );
    });
    this.#draw();
  }

  connectedCallback() {
    // What was set before the definition is on the element itself and hides what is set from now on.
    for (const name of Object.keys(PROPERTIES)) {
      if (!Object.hasOwn(this, name)) continue;
      const value = this[name];
      delete this[name];
      this[name] = value;
    }
  }

  attributeChangedCallback(name, _before, text) {
    if (Object.hasOwn(this, name)) return;
    this.#fromAttribute = true;
    this[name] = name === 'bright' ? text !== null : (text ?? undefined);
    this.#fromAttribute = false;
  }

  reset() {
    this.count = 0;
  }

  read(name) {
    return this.#values[name];
  }

  put(name, given) {
    const { initial, from } = PROPERTIES[name];
    const value = given === undefined ? structuredClone(initial) : from(given);
    if (Object.is(value, this.#values[name])) return;
    this.#values[name] = value;
    if (!this.#fromAttribute) this.#reflect(name);
    this.#draw();
  }

  #reflect(name) {
    if (name === 'bright') this.toggleAttribute(name, this.#values.bright);
    if (name !== 'look') return;
    if (this.look === PROPERTIES.look.initial) this.removeAttribute(name);
    else this.setAttribute(name, this.look);
  }

  #draw() {
    this.#shown.textContent = JSON.stringify(this.#values);
  }
}

for (const name of Object.keys(PROPERTIES))
  Object.defineProperty(Control.prototype, name, {
    configurable: true,
    enumerable: true,
    get() {
      return this.read(name);
    },
    set(value) {
      this.put(name, value);
    },
  });
