/** A package that somebody made, with its manifest; one element keeps all that it says, the other breaks it. */
export const PACKAGE: Record<string, string> = {
  'package.json': JSON.stringify({
    name: 'signals',
    version: '2.1.0',
    type: 'module',
    customElements: 'custom-elements.json',
    exports: { './*': './*' },
  }),
  'lamp.js': `const sheet = new CSSStyleSheet();
sheet.replaceSync(':host { display: inline-block; color: var(--lamp-color, teal) }');
export class SignalLamp extends HTMLElement {
  static observedAttributes = ['label', 'shining'];
  #notes = [];
  constructor() {
    super();
    this.attachShadow({ mode: 'open' }).innerHTML = '<b part="light">*</b> <span part="text"></span> <slot></slot>';
    this.shadowRoot.adoptedStyleSheets = [sheet];
  }
  connectedCallback() {
    for (const name of ['label', 'shining', 'notes']) if (Object.hasOwn(this, name)) { const value = this[name]; delete this[name]; this[name] = value; }
    this.#draw();
  }
  attributeChangedCallback() { this.#draw(); }
  #draw() { this.shadowRoot.querySelector('span').textContent = this.label + ' ' + this.#notes.length; }
  get label() { return this.getAttribute('label') ?? ''; }
  set label(value) { this.setAttribute('label', value); }
  get shining() { return this.hasAttribute('shining'); }
  set shining(value) { this.toggleAttribute('shining', Boolean(value)); }
  get notes() { return this.#notes; }
  set notes(value) { this.#notes = value ?? []; this.#draw(); }
}
customElements.define('signal-lamp', SignalLamp);
`,
  'flag.js': `export class SignalFlag extends HTMLElement {
  static observedAttributes = ['color'];
  connectedCallback() { this.attachShadow({ mode: 'open' }); }
  get color() { return 'always this'; }
  set color(value) {}
}
`,
  'custom-elements.json': JSON.stringify({
    schemaVersion: '1.0.0',
    modules: [
      {
        kind: 'javascript-module',
        path: 'lamp.js',
        declarations: [
          {
            kind: 'class',
            name: 'SignalLamp',
            tagName: 'signal-lamp',
            customElement: true,
            description: 'A lamp. It can be shining.',
            attributes: [
              { name: 'label', type: { text: 'string' }, fieldName: 'label' },
              { name: 'shining', type: { text: 'boolean' }, fieldName: 'shining' },
            ],
            members: [
              { kind: 'field', name: 'label', type: { text: 'string' }, reflects: true },
              { kind: 'field', name: 'shining', type: { text: 'boolean' }, reflects: true },
              { kind: 'field', name: 'notes', type: { text: 'string[]' } },
              { kind: 'field', name: 'elsewhere', type: { text: 'SomethingElse' } },
              { kind: 'field', name: 'secret', privacy: 'private' },
            ],
            slots: [{ name: '', description: 'Words' }],
            cssParts: [{ name: 'light' }, { name: 'text' }],
            cssProperties: [{ name: '--lamp-color', default: 'teal' }],
          },
        ],
        exports: [
          {
            kind: 'custom-element-definition',
            name: 'signal-lamp',
            declaration: { name: 'SignalLamp', module: 'lamp.js' },
          },
        ],
      },
      {
        kind: 'javascript-module',
        path: 'flag.js',
        declarations: [
          {
            kind: 'class',
            name: 'SignalFlag',
            tagName: 'signal-flag',
            customElement: true,
            members: [{ kind: 'field', name: 'color', type: { text: "'red' | 'blue'" } }],
            slots: [{ name: 'cloth' }],
          },
        ],
      },
    ],
  }),
};
