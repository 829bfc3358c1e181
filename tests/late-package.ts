/** Files of a package whose elements draw data that comes late: an answer to a request, and after a random while. */
export const LATE_PACKAGE: Readonly<Record<string, string>> = {
  'package.json':
    '{ "name": "tides", "version": "1.0.0", "type": "module", "exports": "./index.js", "customElements": "custom-elements.json" }',
  'index.js': `
    class TideFeed extends HTMLElement {
      static observedAttributes = ['source'];
      #source = '';
      constructor() {
        super();
        this.attachShadow({ mode: 'open' }).innerHTML =
          '<style>:host { display: block } p { color: var(--tide-color, #222222) }</style><p part="text"><b></b> <i></i></p>';
      }
      connectedCallback() { this.#load(); }
      attributeChangedCallback(name, before, text) { this.#source = text ?? ''; this.#load(); }
      get source() { return this.#source; }
      set source(value) { this.#source = String(value ?? ''); this.#load(); }
      async #load() {
        const [name, words] = this.shadowRoot.querySelectorAll('b, i');
        name.textContent = this.#source;
        words.textContent = 'Loading';
        words.textContent = await fetch(this.#source || 'tides.json').then(({ status }) => String(status), () => 'None');
      }
    }
    customElements.define('tide-feed', TideFeed);
    class TideMap extends HTMLElement {
      static observedAttributes = ['zoom'];
      #zoom = 1;
      constructor() {
        super();
        this.attachShadow({ mode: 'open' }).innerHTML = '<style>:host { display: block }</style><div part="sea"></div>';
      }
      connectedCallback() { setTimeout(() => this.#draw(), 100 + Math.random() * 600); }
      attributeChangedCallback(name, before, text) { this.zoom = text; }
      get zoom() { return this.#zoom; }
      set zoom(value) { this.#zoom = Number(value) || 1; this.#draw(); }
      #draw() {
        const tiles = Array.from({ length: 3 * this.#zoom }, (_, at) => document.createTextNode('tile ' + at + ' '));
        this.shadowRoot.querySelector('div').replaceChildren(...tiles);
      }
    }
    customElements.define('tide-map', TideMap);
  `,
  'custom-elements.json': JSON.stringify({
    schemaVersion: '1.0.0',
    modules: [
      {
        kind: 'javascript-module',
        path: 'index.js',
        declarations: [
          {
            kind: 'class',
            name: 'TideFeed',
            customElement: true,
            tagName: 'tide-feed',
            members: [
              { kind: 'field', name: 'source', type: { text: 'string' }, default: "''", attribute: 'source' },
            ],
            attributes: [{ name: 'source', fieldName: 'source' }],
            cssParts: [{ name: 'text' }],
            cssProperties: [{ name: '--tide-color', default: '#222222' }],
          },
          {
            kind: 'class',
            name: 'TideMap',
            customElement: true,
            tagName: 'tide-map',
            members: [
              { kind: 'field', name: 'zoom', type: { text: 'number' }, default: '1', attribute: 'zoom' },
            ],
            attributes: [{ name: 'zoom', fieldName: 'zoom' }],
            cssParts: [{ name: 'sea' }],
          },
        ],
        exports: ['TideFeed', 'TideMap'].map((name) => ({
          kind: 'custom-element-definition',
          name: name === 'TideFeed' ? 'tide-feed' : 'tide-map',
          declaration: { name },
        })),
      },
    ],
  }),
};
