// What an expert writes by hand: fine-grained setters, a cloned template, a shared style sheet.
import { elementApp } from './elements.js';

const sheetOf = (css) => {
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(css);
  return sheet;
};
const templateOf = (markup) => {
  const template = document.createElement('template');
  template.innerHTML = markup;
  return template;
};

const berthSheet = sheetOf(
  ':host{display:block}.berth{border-inline-start:6px solid #0b6e6e;padding:1px 16px}.berth.booked{background:#fff6dd}h3{margin:0 0 8px;cursor:pointer}',
);
const berthTemplate = templateOf('<article class="berth"><h3> </h3><p><b> </b> m</p><ul></ul></article>');
const parcelTemplate = templateOf('<li> </li>');
const NONE = [];

class HandBerth extends HTMLElement {
  #label = '';
  #state = '';
  #depth;
  #parcels = NONE;
  #article;
  #labelText;
  #depthText;
  #list;

  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [berthSheet];
    const article = document.importNode(berthTemplate.content, true).firstChild;
    const heading = article.firstChild;
    this.#article = article;
    this.#labelText = heading.firstChild;
    this.#depthText = heading.nextSibling.firstChild.firstChild;
    this.#list = article.lastChild;
    heading.addEventListener('click', this);
    this.state = 'free';
    this.depth = 0;
    root.append(article);
  }

  get label() {
    return this.#label;
  }
  set label(value) {
    if (value === this.#label) return;
    this.#label = value;
    this.#labelText.data = value;
  }
  get state() {
    return this.#state;
  }
  set state(value) {
    if (value === this.#state) return;
    this.#state = value;
    this.#article.className = `berth ${value}`;
  }
  get depth() {
    return this.#depth;
  }
  set depth(value) {
    if (value === this.#depth) return;
    this.#depth = value;
    this.#depthText.data = value;
  }
  get parcels() {
    return this.#parcels;
  }
  set parcels(value) {
    if (value === this.#parcels) return;
    const before = this.#parcels;
    this.#parcels = value;
    const list = this.#list;
    let item = list.firstChild;
    for (let place = 0; place < value.length; place++) {
      if (!item) {
        const made = document.importNode(parcelTemplate.content, true).firstChild;
        made.firstChild.data = value[place].name;
        list.append(made);
        continue;
      }
      if (value[place].name !== before[place].name) item.firstChild.data = value[place].name;
      item = item.nextSibling;
    }
    while (item) {
      const next = item.nextSibling;
      item.remove();
      item = next;
    }
  }

  handleEvent() {
    this.dispatchEvent(
      new CustomEvent('berth-claim', { detail: { label: this.#label }, bubbles: true, composed: true }),
    );
  }
}

const boardSheet = sheetOf(':host{display:block}td{padding:2px 8px}');
const boardTemplate = templateOf('<table><tbody></tbody></table>');
const rowTemplate = templateOf('<tr><td> </td><td> </td><td> </td></tr>');

class HandBoard extends HTMLElement {
  #rows = NONE;
  #body;
  /** By id: the row, its data, and its text nodes. */
  #shown = new Map();

  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.adoptedStyleSheets = [boardSheet];
    const table = document.importNode(boardTemplate.content, true).firstChild;
    this.#body = table.firstChild;
    root.append(table);
  }

  get rows() {
    return this.#rows;
  }
  set rows(rows) {
    const body = this.#body;
    this.#rows = rows;
    if (rows.length === 0) {
      body.replaceChildren();
      this.#shown.clear();
      return;
    }
    const left = new Set(rows.map(({ id }) => id));
    for (const [id, { node }] of this.#shown) {
      if (left.has(id)) continue;
      node.remove();
      this.#shown.delete(id);
    }
    let at = body.firstChild;
    for (const data of rows) {
      let row = this.#shown.get(data.id);
      if (!row) {
        row = this.#make(data);
        this.#shown.set(data.id, row);
      } else if (row.data !== data) {
        if (row.data.ship !== data.ship) row.ship.data = data.ship;
        if (row.data.depth !== data.depth) row.depth.data = data.depth;
        row.data = data;
      }
      if (row.node === at) at = at.nextSibling;
      else if (at && row.node === at.nextSibling) {
        // The one before goes elsewhere: moving it alone keeps the rest in place.
        const moved = at;
        at = row.node.nextSibling;
        body.append(moved);
      } else body.insertBefore(row.node, at);
    }
  }

  #make(data) {
    const node = document.importNode(rowTemplate.content, true).firstChild;
    const [id, ship, depth] = node.childNodes;
    id.firstChild.data = data.id;
    ship.firstChild.data = data.ship;
    depth.firstChild.data = data.depth;
    const row = { node, data, ship: ship.firstChild, depth: depth.firstChild };
    ship.addEventListener('click', () => {
      this.dispatchEvent(
        new CustomEvent('board-pick', { detail: { id: row.data.id }, bubbles: true, composed: true }),
      );
    });
    return row;
  }
}

customElements.define('hand-berth', HandBerth);
customElements.define('hand-board', HandBoard);
globalThis.app = elementApp('hand-berth', 'hand-board');
