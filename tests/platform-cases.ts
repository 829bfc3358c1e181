/** What the standards' sections say, as code that runs in a page, and what it must give. */
type Case = readonly [section: string, title: string, code: string, wanted: unknown];

/** The elements of the cases. `quay-late` is registered by the cases themselves. */
export const PLATFORM_ELEMENTS: Record<string, string> = {
  'lastwright.yaml': 'library: 1\n',
  'package.json': '{ "name": "cases", "version": "1.0.0" }',
  'elements/quay-pier/quay-pier.contract.yaml': `
contract: 1
tag: quay-pier
properties:
  label: { type: string, default: none, reflect: true }
  depth: { type: number, default: 0 }
  closed: { type: boolean, reflect: true }
  maxLoad: { type: number, reflect: true }
  state: { enum: [free, booked], default: free, reflect: true }
  ships: { type: array, default: [] }
slots: { default: {}, crane: {} }
events:
  pier-claim: { cancelable: true }
  pier-inner: { bubbles: false, composed: false }
  pier-bubble: { composed: false }
methods: { claim: { returns: { type: boolean } }, say: { parameters: [{ name: type, schema: { type: string } }] } }
parts: { card: {} }
`,
  'elements/quay-pier/quay-pier.html': `<section part="card"><b onclick="claim()">{label} {depth}</b><i>{closed ? 'closed' : 'open'}</i><slot name="crane">no crane</slot><slot>empty</slot><template for-each="ship of ships"><u>{ship}</u></template></section>`,
  'elements/quay-pier/quay-pier.css': ':host { display: block }',
  'elements/quay-pier/quay-pier.ts': `
export function firstConnected() { globalThis.log?.push('first'); }
export function connected() { globalThis.log?.push('connected'); }
export function disconnected() { globalThis.log?.push('disconnected'); }
export function moved() { globalThis.log?.push('moved'); }
export function adopted() { globalThis.log?.push('adopted'); }
export const changes = { label(pier, now, before) { globalThis.log?.push([before, now].join('>')); } };
export function claim(pier) { return pier.emit('pier-claim', { label: pier.label }); }
export function say(pier, type) { pier.emit(type); }
`,
  'elements/quay-basin/quay-basin.contract.yaml': `
contract: 1
tag: quay-basin
properties: { name2: { type: string, default: basin }, piers: { type: array, default: [] }, shown: { type: boolean } }
slots: { default: {} }
parts: { pier: {} }
`,
  'elements/quay-basin/quay-basin.html': `<quay-pier part="pier" label="{name2}" ships="{piers}"><slot></slot></quay-pier><template when="shown"><quay-pier label="late"></quay-pier></template>`,
  'elements/quay-basin/quay-basin.css': ':host { display: block }',
  'elements/quay-entry/quay-entry.contract.yaml': `
contract: 1
tag: quay-entry
properties: { value: { type: string, default: '' }, required: { type: boolean, reflect: true }, disabled: { type: boolean } }
form: { value: value }
states: { full: {} }
parts: { box: {} }
`,
  'elements/quay-entry/quay-entry.html': `<input part="box" value="{value}" disabled="{disabled}" oninput="type(event)">`,
  'elements/quay-entry/quay-entry.css': ':host { display: inline-block }',
  'elements/quay-entry/quay-entry.ts': `
export function type(entry, event) { entry.value = event.currentTarget.value; }
export const states = { full: (entry) => entry.value.length > 3 };
export function validity(entry) { return entry.required && entry.value === '' ? { valueMissing: true, message: 'Write.', at: entry.parts.box } : undefined; }
`,
  'elements/quay-tap/quay-tap.contract.yaml':
    'contract: 1\ntag: quay-tap\nslots: { default: {} }\nparts: { control: {} }\npassthrough: { to: control, native: button }\n',
  'elements/quay-tap/quay-tap.html': '<button part="control"><slot></slot></button><a href="#x">second</a>',
  'elements/quay-tap/quay-tap.css': ':host { display: inline-block }',
};

const DEFINE = (tag: string) =>
  `const { QuayPier } = await import('/classes/quay-pier.js'); customElements.define('${tag}', class extends QuayPier {});`;

/** By what they are about. */
export const PLATFORM_CASES: Record<string, Case[]> = {
  'construction and upgrade': [
    [
      'DOM 4.9',
      'createElement gives an element without attributes',
      `return make('quay-pier').getAttributeNames()`,
      [],
    ],
    [
      'DOM 4.9',
      'createElement gives an element without children',
      `return make('quay-pier').childNodes.length`,
      0,
    ],
    [
      'DOM 4.9',
      'a new element is of its class',
      `return make('quay-pier') instanceof customElements.get('quay-pier')`,
      true,
    ],
    [
      'DOM 4.9',
      'createElement takes capitals in HTML documents',
      `return document.createElement('QUAY-PIER').localName`,
      'quay-pier',
    ],
    [
      'DOM 4.9',
      'createElementNS in another namespace makes no custom element',
      `return document.createElementNS('http://www.w3.org/2000/svg', 'quay-pier') instanceof HTMLElement`,
      false,
    ],
    [
      'HTML 4.13.2',
      'the class can be constructed by new',
      `const Pier = customElements.get('quay-pier'); return new Pier().localName`,
      'quay-pier',
    ],
    [
      'HTML 4.13.2',
      'a class that is not registered cannot be constructed',
      `const Pier = customElements.get('quay-pier'); class Other extends Pier {} try { new Other(); } catch (error) { return error.name; }`,
      'TypeError',
    ],
    [
      'HTML 4.13.2',
      'new draws nothing before connection',
      `const Pier = customElements.get('quay-pier'); return new Pier().shadowRoot.childNodes.length`,
      0,
    ],
    [
      'HTML 4.13.2',
      'the shadow root is there from construction on',
      `return make('quay-pier').shadowRoot.mode`,
      'open',
    ],
    [
      'HTML 4.13.5',
      'an element in the page is upgraded when its tag is defined',
      `const late = put('<quay-late1 label="A"></quay-late1>'); ${DEFINE('quay-late1')} return [text(late), late.label]`,
      ['A 0', 'A'],
    ],
    [
      'HTML 4.13.5',
      'an element outside the page is not upgraded by the definition',
      `const late = make('quay-late2'); ${DEFINE('quay-late2')} return late.shadowRoot`,
      null,
    ],
    [
      'HTML 4.13.5',
      'it is upgraded when it enters the page later',
      `const late = make('quay-late3'); ${DEFINE('quay-late3')} add(late); return text(late)`,
      'none 0',
    ],
    [
      'HTML 4.13.4',
      'customElements.upgrade upgrades a tree outside the page',
      `const late = make('quay-late4'); ${DEFINE('quay-late4')} customElements.upgrade(late); return late.shadowRoot !== null`,
      true,
    ],
    [
      'HTML 4.13.4',
      'whenDefined resolves with the class',
      `return (await customElements.whenDefined('quay-pier')) === customElements.get('quay-pier')`,
      true,
    ],
    [
      'HTML 4.13.4',
      'getName gives the tag of the class',
      `return customElements.getName(customElements.get('quay-pier'))`,
      'quay-pier',
    ],
    [
      'HTML 4.13.5',
      'upgrade goes in tree order',
      `put('<quay-late5 label="1"><quay-late5 label="2"></quay-late5></quay-late5><quay-late5 label="3"></quay-late5>'); const order = []; const { QuayPier } = await import('/classes/quay-pier.js'); customElements.define('quay-late5', class extends QuayPier { connectedCallback() { order.push(this.getAttribute('label')); super.connectedCallback(); } }); return order`,
      ['1', '2', '3'],
    ],
    [
      'HTML 4.13.5',
      'a property that was set before upgrade takes effect and leaves no own property',
      `const late = put('<quay-late6></quay-late6>'); late.label = 'early'; ${DEFINE('quay-late6')} return [text(late), Object.hasOwn(late, 'label')]`,
      ['early 0', false],
    ],
    [
      'HTML 4.13.5',
      'a property that was set before upgrade wins over its attribute',
      `const late = put('<quay-late7 label="attribute"></quay-late7>'); late.label = 'property'; ${DEFINE('quay-late7')} return [late.label, late.getAttribute('label')]`,
      ['property', 'property'],
    ],
    [
      'HTML 4.13.5',
      'an object that was set before upgrade keeps its identity',
      `const ships = ['Tern']; const late = put('<quay-late8></quay-late8>'); late.ships = ships; ${DEFINE('quay-late8')} return late.ships === ships`,
      true,
    ],
    [
      'HTML 4.13.5',
      'an own property that the contract does not know stays',
      `const late = put('<quay-late9></quay-late9>'); late.other = 1; ${DEFINE('quay-late9')} return late.other`,
      1,
    ],
    [
      'HTML 4.13.4',
      'a second registration of the tag leaves the first',
      `const before = customElements.get('quay-pier'); await import('/elements/quay-pier.js?again'); return customElements.get('quay-pier') === before`,
      true,
    ],
    [
      'HTML 4.13.3',
      'an error in a constructor leaves an unknown element and the page working',
      `customElements.define('quay-bad1', class extends HTMLElement { constructor() { super(); throw new Error('bad'); } }); put('<quay-bad1></quay-bad1><quay-pier label="fine"></quay-pier>'); return [caught.length, text(place.lastElementChild)]`,
      [1, 'fine 0'],
    ],
    [
      'Selectors 4',
      ':defined matches from the upgrade on',
      `const late = put('<quay-late10></quay-late10>'); const before = late.matches(':defined'); ${DEFINE('quay-late10')} return [before, late.matches(':defined')]`,
      [false, true],
    ],
    [
      'HTML 4.13.2',
      'a subclass draws like its base',
      `${DEFINE('quay-sub1')} return text(put('<quay-sub1 label="S"></quay-sub1>'))`,
      'S 0',
    ],
  ],
  attributes: [
    [
      'HTML 4.13.6',
      'attributeChanged comes before connected',
      `const order = []; const { QuayPier } = await import('/classes/quay-pier.js'); customElements.define('quay-order1', class extends QuayPier { connectedCallback() { order.push('connected'); super.connectedCallback(); } attributeChangedCallback(...all) { order.push(all[0]); super.attributeChangedCallback(...all); } }); put('<quay-order1 label="x" closed></quay-order1>'); return order`,
      ['label', 'closed', 'connected'],
    ],
    [
      'HTML 4.13.3',
      'only observed attributes are told',
      `const seen = []; const { QuayPier } = await import('/classes/quay-pier.js'); customElements.define('quay-order2', class extends QuayPier { attributeChangedCallback(name) { seen.push(name); } }); const element = add(make('quay-order2')); element.setAttribute('title', 'x'); element.setAttribute('depth', '1'); return seen`,
      ['depth'],
    ],
    [
      'HTML 4.13.3',
      'observedAttributes are those of the contract',
      `return customElements.get('quay-pier').observedAttributes`,
      ['label', 'depth', 'closed', 'max-load', 'state'],
    ],
    [
      'HTML 2.6.1',
      'a string attribute becomes its property at once',
      `const pier = put('<quay-pier></quay-pier>'); pier.setAttribute('label', 'B'); return pier.label`,
      'B',
    ],
    [
      'HTML 2.6.1',
      'a number attribute becomes a number',
      `return put('<quay-pier depth="4.5"></quay-pier>').depth`,
      4.5,
    ],
    [
      'HTML 2.6.1',
      'text that is no number gives the default',
      `return put('<quay-pier depth="deep"></quay-pier>').depth`,
      0,
    ],
    [
      'HTML 2.4.2',
      'the presence of a boolean attribute is true, whatever its text',
      `return put('<quay-pier closed="false"></quay-pier>').closed`,
      true,
    ],
    [
      'HTML 2.4.2',
      'a boolean property that is set gives an empty attribute',
      `const pier = make('quay-pier'); pier.closed = true; return pier.getAttribute('closed')`,
      '',
    ],
    [
      'HTML 2.4.2',
      'toggleAttribute turns it',
      `const pier = make('quay-pier'); pier.toggleAttribute('closed'); return pier.closed`,
      true,
    ],
    [
      'HTML 2.6.1',
      'an enumerated attribute takes known words only',
      `const pier = put('<quay-pier state="sunk"></quay-pier>'); return [pier.state, pier.getAttribute('state')]`,
      ['free', 'sunk'],
    ],
    [
      'HTML 2.6.1',
      'a property reflects at once',
      `const pier = make('quay-pier'); pier.label = 'C'; return pier.getAttribute('label')`,
      'C',
    ],
    [
      'HTML 2.6.1',
      'a default is not reflected',
      `const pier = add(make('quay-pier')); return pier.hasAttribute('label')`,
      false,
    ],
    [
      'HTML 2.6.1',
      'going back to the default removes the attribute',
      `const pier = make('quay-pier'); pier.state = 'booked'; pier.state = 'free'; return pier.hasAttribute('state')`,
      false,
    ],
    [
      'HTML 2.6.1',
      'removing the attribute gives the default',
      `const pier = put('<quay-pier label="D"></quay-pier>'); pier.removeAttribute('label'); return pier.label`,
      'none',
    ],
    [
      'HTML 2.6.1',
      'a camelCase property has a kebab-case attribute',
      `const pier = put('<quay-pier max-load="7"></quay-pier>'); pier.maxLoad = 8; return [pier.getAttribute('max-load'), pier.hasAttribute('maxload')]`,
      ['8', false],
    ],
    [
      'DOM 4.9',
      'setAttribute lowercases names in HTML',
      `const pier = put('<quay-pier></quay-pier>'); pier.setAttribute('LABEL', 'E'); return pier.label`,
      'E',
    ],
    [
      'DOM 4.9',
      'an attribute in a namespace is another one',
      `const pier = put('<quay-pier></quay-pier>'); pier.setAttributeNS('urn:x', 'x:label', 'F'); return pier.label`,
      'none',
    ],
    [
      'DOM 4.9',
      'setAttributeNode counts as a change',
      `const pier = put('<quay-pier></quay-pier>'); const attribute = document.createAttribute('label'); attribute.value = 'G'; pier.setAttributeNode(attribute); return pier.label`,
      'G',
    ],
    [
      'DOM 4.9',
      'writing to an Attr node counts as a change',
      `const pier = put('<quay-pier label="a"></quay-pier>'); pier.getAttributeNode('label').value = 'H'; return pier.label`,
      'H',
    ],
    [
      'HTML 4.13.6',
      'the same text again changes nothing',
      `const pier = put('<quay-pier label="a"></quay-pier>'); log.length = 0; pier.setAttribute('label', 'a'); await pier.settled; return log`,
      [],
    ],
    [
      'HTML 2.6.1',
      'a reflected write does not come back as a change',
      `const pier = put('<quay-pier></quay-pier>'); log.length = 0; pier.label = 'x'; await pier.settled; return log`,
      ['none>x'],
    ],
    [
      'HTML 2.6.1',
      'a property without an attribute has none',
      `const pier = add(make('quay-pier', { ships: ['Tern'] })); return pier.getAttributeNames()`,
      [],
    ],
    [
      'HTML 2.6.1',
      'undefined gives the default',
      `const pier = make('quay-pier', { label: 'x' }); pier.label = undefined; return [pier.label, pier.hasAttribute('label')]`,
      ['none', false],
    ],
    [
      'HTML 3.2.6',
      'global attributes mean what they always do',
      `const pier = put('<quay-pier title="t" lang="de" tabindex="0" hidden></quay-pier>'); return [pier.title, pier.lang, pier.tabIndex, pier.hidden]`,
      ['t', 'de', 0, true],
    ],
    [
      'HTML 3.2.6',
      'dataset and class are the element’s own',
      `const pier = put('<quay-pier class="a b" data-place="7"></quay-pier>'); return [pier.classList.length, pier.dataset.place]`,
      [2, '7'],
    ],
  ],
  'cloning and importing': [
    [
      'DOM 4.4',
      'cloneNode copies attributes and so the properties behind them',
      `const pier = put('<quay-pier label="A" closed></quay-pier>'); const clone = pier.cloneNode(); return [clone.label, clone.closed]`,
      ['A', true],
    ],
    [
      'DOM 4.4',
      'cloneNode does not copy what is a property only',
      `const pier = make('quay-pier', { ships: ['Tern'] }); return pier.cloneNode().ships`,
      [],
    ],
    [
      'DOM 4.4',
      'a deep clone takes the content along and not the shadow tree',
      `const pier = put('<quay-pier><em>x</em></quay-pier>'); const clone = pier.cloneNode(true); return [clone.innerHTML, clone.shadowRoot.childNodes.length]`,
      ['<em>x</em>', 0],
    ],
    [
      'DOM 4.4',
      'a clone draws when it is connected',
      `const pier = put('<quay-pier label="A"></quay-pier>'); return text(add(pier.cloneNode()))`,
      'A 0',
    ],
    [
      'DOM 4.4',
      'a clone shares no state with its original',
      `const pier = put('<quay-pier label="A"></quay-pier>'); const clone = add(pier.cloneNode()); clone.label = 'B'; return pier.label`,
      'A',
    ],
    [
      'DOM 4.5',
      'importNode upgrades what comes from a template',
      `const template = document.createElement('template'); template.innerHTML = html('<quay-pier label="T"></quay-pier>'); const copy = document.importNode(template.content, true).firstChild; return [copy.label, copy.shadowRoot !== null]`,
      ['T', true],
    ],
    [
      'HTML 4.12.3',
      'in the content of a template it is not upgraded',
      `const template = document.createElement('template'); template.innerHTML = html('<quay-pier></quay-pier>'); return template.content.firstChild.shadowRoot`,
      null,
    ],
    [
      'HTML 4.12.3',
      'cloneNode of a template’s content is upgraded when it enters the page',
      `const template = document.createElement('template'); template.innerHTML = html('<quay-pier label="T"></quay-pier>'); const copy = template.content.cloneNode(true).firstChild; add(copy); return text(copy)`,
      'T 0',
    ],
    [
      'DOM 5.5',
      'Range.cloneContents clones elements with their attributes',
      `put('<quay-pier label="R"></quay-pier>'); const range = document.createRange(); range.selectNodeContents(place); return range.cloneContents().firstChild.label`,
      'R',
    ],
    [
      'HTML 8.5.7',
      'createContextualFragment makes elements that draw when put into the page',
      `const range = document.createRange(); range.selectNode(place); place.append(range.createContextualFragment(html('<quay-pier label="C"></quay-pier>'))); return text(place.lastChild)`,
      'C 0',
    ],
  ],
  'the parser': [
    [
      'HTML 13.4',
      'innerHTML makes upgraded elements',
      `return text(put('<quay-pier label="P"></quay-pier>'))`,
      'P 0',
    ],
    [
      'HTML 13.4',
      'innerHTML outside the page makes upgraded elements that draw at insertion',
      `const box = document.createElement('div'); box.innerHTML = html('<quay-pier label="P"></quay-pier>'); const before = box.firstChild.shadowRoot.childNodes.length; add(box); return [before, text(box.firstChild)]`,
      [0, 'P 0'],
    ],
    [
      'HTML 8.5.6',
      'insertAdjacentHTML does the same',
      `place.insertAdjacentHTML('beforeend', html('<quay-pier label="I"></quay-pier>')); return text(place.lastChild)`,
      'I 0',
    ],
    [
      'HTML 13.4',
      'outerHTML replaces and disconnects',
      `const pier = put('<quay-pier></quay-pier>'); log.length = 0; pier.outerHTML = html('<i></i>'); return [log, pier.isConnected]`,
      [['disconnected'], false],
    ],
    [
      'HTML 13.3',
      'outerHTML shows attributes and content, not the shadow tree',
      `return put('<quay-pier label="O"><i>x</i></quay-pier>').outerHTML`,
      '<quay-pier label="O"><i>x</i></quay-pier>',
    ],
    [
      'HTML 13.2.6',
      'an end tag that is missing is closed by the parent',
      `put('<div><quay-pier label="M"></div>'); return text(place.querySelector('quay-pier'))`,
      'M 0',
    ],
    [
      'HTML 13.2.6',
      'a self-closing slash does not close it',
      `put('<quay-pier/><i></i>'); return place.querySelector('quay-pier').innerHTML`,
      '<i></i>',
    ],
    [
      'HTML 8.5.4',
      'DOMParser makes elements that are not upgraded',
      `return new DOMParser().parseFromString(html('<quay-pier></quay-pier>'), 'text/html').querySelector('quay-pier').shadowRoot`,
      null,
    ],
    [
      'HTML 8.5.4',
      'what a parser made is upgraded when it comes into the page',
      `const foreign = new DOMParser().parseFromString(html('<quay-pier label="D"></quay-pier>'), 'text/html').querySelector('quay-pier'); add(foreign); return text(foreign)`,
      'D 0',
    ],
    [
      'HTML 13.2',
      'a parser that streams gives content after connection',
      `const frame = document.createElement('iframe'); add(frame); const page = frame.contentDocument; page.open(); page.write(html('<p>')); page.close(); return page.querySelector('p') !== null`,
      true,
    ],
  ],
  'moving and adopting': [
    [
      'HTML 4.13.3',
      'connected and disconnected run for each insertion and removal',
      `const pier = add(make('quay-pier')); pier.remove(); add(pier); return log`,
      ['first', 'connected', 'disconnected', 'connected'],
    ],
    [
      'HTML 4.13.3',
      'appending where it is already is a removal and an insertion',
      `const pier = add(make('quay-pier')); log.length = 0; add(pier); return log`,
      ['disconnected', 'connected'],
    ],
    [
      'DOM 4.2.3',
      'moveBefore moves without either',
      `const pier = add(make('quay-pier')); add(document.createElement('i')); log.length = 0; place.moveBefore(pier, null); return [log, place.lastChild === pier]`,
      [['moved'], true],
    ],
    [
      'DOM 4.2.3',
      'a move of an ancestor tells as well',
      `const box = add(document.createElement('div')); box.append(make('quay-pier')); log.length = 0; place.moveBefore(box, null); return log`,
      ['moved'],
    ],
    [
      'HTML 4.13.3',
      'moving keeps the nodes that were drawn',
      `const pier = add(make('quay-pier')); const before = pier.shadowRoot.firstChild; place.append(pier); return pier.shadowRoot.firstChild === before`,
      true,
    ],
    [
      'HTML 4.13.3',
      'a property that changes while it is outside shows when it is back',
      `const pier = add(make('quay-pier')); pier.remove(); pier.label = 'out'; add(pier); await pier.settled; return text(pier)`,
      'out 0',
    ],
    [
      'HTML 4.13.3',
      'it follows changes while it is outside',
      `const pier = add(make('quay-pier')); pier.remove(); pier.label = 'out'; await pier.settled; return text(pier)`,
      'out 0',
    ],
    [
      'HTML 4.13.3',
      'an insertion into a tree that is outside is no connection',
      `document.createElement('div').append(make('quay-pier')); return log`,
      [],
    ],
    [
      'HTML 4.13.3',
      'removing an ancestor disconnects',
      `const box = add(document.createElement('div')); box.append(make('quay-pier')); log.length = 0; box.remove(); return log`,
      ['disconnected'],
    ],
    [
      'HTML 4.13.3',
      'replaceChildren disconnects all',
      `place.append(make('quay-pier'), make('quay-pier')); log.length = 0; place.replaceChildren(); return log`,
      ['disconnected', 'disconnected'],
    ],
    [
      'HTML 4.13.6',
      'inserted and removed in one go it is connected and disconnected',
      `const pier = make('quay-pier'); place.append(pier); place.replaceChildren(); return log`,
      ['first', 'connected', 'disconnected'],
    ],
    [
      'DOM 4.5',
      'adoption into another document tells',
      `const frame = add(document.createElement('iframe')); const pier = make('quay-pier'); frame.contentDocument.adoptNode(pier); return [log, pier.ownerDocument === frame.contentDocument]`,
      [['adopted'], true],
    ],
    [
      'DOM 4.5',
      'an adopted element stays of its class',
      `const frame = add(document.createElement('iframe')); const pier = make('quay-pier'); frame.contentDocument.body.append(pier); return pier instanceof customElements.get('quay-pier')`,
      true,
    ],
    [
      'DOM 4.5',
      'an adopted element draws in the other document',
      `const frame = add(document.createElement('iframe')); const pier = make('quay-pier', { label: 'F' }); frame.contentDocument.body.append(pier); return text(pier)`,
      'F 0',
    ],
    [
      'CSSOM 6.8',
      'its style goes with it',
      `const frame = add(document.createElement('iframe')); const pier = make('quay-pier'); frame.contentDocument.body.append(pier); return frame.contentWindow.getComputedStyle(pier).display`,
      'block',
    ],
    [
      'CSSOM 6.8',
      'its style comes back with it',
      `const frame = add(document.createElement('iframe')); const pier = make('quay-pier'); frame.contentDocument.body.append(pier); add(pier); return [getComputedStyle(pier).display, pier.shadowRoot.adoptedStyleSheets.length]`,
      ['block', 1],
    ],
    [
      'DOM 4.5',
      'adoptNode within one document changes nothing',
      `const pier = add(make('quay-pier')); log.length = 0; document.adoptNode(pier); return [log, pier.isConnected]`,
      [['disconnected'], false],
    ],
  ],
  'nesting and slots': [
    [
      'HTML 4.13.6',
      'an inner element gets properties before its first drawing',
      `const basin = add(make('quay-basin', { name2: 'B' })); return text(basin.shadowRoot.querySelector('quay-pier'))`,
      'B 0',
    ],
    [
      'HTML 4.13.6',
      'an inner element gets objects by identity',
      `const piers = ['x']; const basin = add(make('quay-basin', { piers })); return basin.shadowRoot.querySelector('quay-pier').ships === piers`,
      true,
    ],
    [
      'HTML 4.13.6',
      'outer connects before inner',
      `const order = []; add(make('quay-basin')); return log`,
      ['first', 'connected'],
    ],
    [
      'HTML 4.13.6',
      'an inner element that comes with a condition connects then',
      `const basin = add(make('quay-basin')); log.length = 0; basin.shown = true; await basin.settled; return log`,
      ['first', 'connected'],
    ],
    [
      'HTML 4.13.6',
      'and disconnects with it',
      `const basin = add(make('quay-basin', { shown: true })); log.length = 0; basin.shown = false; await basin.settled; return log`,
      ['disconnected'],
    ],
    [
      'DOM 4.2.2',
      'content is assigned by its slot attribute',
      `const pier = put('<quay-pier><i slot="crane">c</i><em>d</em></quay-pier>'); return [...pier.children].map((child) => child.assignedSlot.name)`,
      ['crane', ''],
    ],
    [
      'DOM 4.2.2',
      'text goes to the unnamed slot',
      `const pier = put('<quay-pier>words</quay-pier>'); return pier.firstChild.assignedSlot.assignedNodes().length`,
      1,
    ],
    [
      'DOM 4.2.2',
      'content of an unknown slot is not assigned',
      `const pier = put('<quay-pier><i slot="none">c</i></quay-pier>'); return pier.firstChild.assignedSlot`,
      null,
    ],
    [
      'DOM 4.2.2',
      'a slot without content shows its fallback',
      `const pier = put('<quay-pier></quay-pier>'); return pier.shadowRoot.querySelector('slot[name]').assignedNodes({ flatten: true })[0].data`,
      'no crane',
    ],
    [
      'DOM 4.2.2',
      'only direct children are assigned',
      `const pier = put('<quay-pier><div><i slot="crane"></i></div></quay-pier>'); return pier.querySelector('i').assignedSlot`,
      null,
    ],
    [
      'DOM 4.2.2',
      'changing the slot attribute moves content at once',
      `const pier = put('<quay-pier><i>c</i></quay-pier>'); pier.firstChild.slot = 'crane'; return pier.firstChild.assignedSlot.name`,
      'crane',
    ],
    [
      'DOM 4.3.4',
      'slotchange comes in a microtask, once for several changes',
      `const pier = put('<quay-pier></quay-pier>'); await tick(); const seen = []; pier.shadowRoot.addEventListener('slotchange', (event) => seen.push(event.target.name)); pier.append(document.createElement('i'), document.createElement('i')); const before = seen.length; await Promise.resolve(); return [before, seen]`,
      [0, ['']],
    ],
    [
      'DOM 4.3.4',
      'content that is there at connection is told too',
      `const pier = make('quay-pier'); pier.append('x'); const seen = []; pier.shadowRoot.addEventListener('slotchange', () => seen.push(1)); add(pier); await tick(); return seen.length`,
      1,
    ],
    [
      'DOM 4.3.4',
      'slotchange does not leave the shadow tree',
      `const pier = put('<quay-pier></quay-pier>'); const seen = []; pier.addEventListener('slotchange', () => seen.push(1)); pier.append('x'); await tick(); return seen`,
      [],
    ],
    [
      'DOM 4.2.2',
      'a slot inside of a slot passes content on',
      `const basin = put('<quay-basin><i>x</i></quay-basin>'); const inner = basin.shadowRoot.querySelector('quay-pier').shadowRoot.querySelector('slot:not([name])'); return inner.assignedNodes({ flatten: true })[0].localName`,
      'i',
    ],
    [
      'DOM 4.2.2',
      'content stays the consumer’s children',
      `const pier = put('<quay-pier><i>x</i></quay-pier>'); return [pier.children.length, pier.querySelector('i').parentNode === pier]`,
      [1, true],
    ],
    [
      'DOM 4.8',
      'querySelector does not look into the shadow tree',
      `const pier = put('<quay-pier></quay-pier>'); return [pier.querySelector('b'), document.querySelector('quay-pier b')]`,
      [null, null],
    ],
    [
      'DOM 4.4',
      'getRootNode tells the shadow root inside and the document outside',
      `const pier = put('<quay-pier></quay-pier>'); const inner = pier.shadowRoot.querySelector('b'); return [inner.getRootNode() === pier.shadowRoot, inner.getRootNode({ composed: true }) === document]`,
      [true, true],
    ],
    [
      'DOM 4.4',
      'textContent is that of the content alone',
      `return put('<quay-pier label="L">words</quay-pier>').textContent`,
      'words',
    ],
    [
      'DOM 4.4',
      'isEqualNode compares attributes and content',
      `const pier = put('<quay-pier label="L"></quay-pier>'); return pier.isEqualNode(pier.cloneNode(true))`,
      true,
    ],
    [
      'HTML 4.12.3',
      'a template among the content is inert',
      `const pier = put('<quay-pier><template><quay-pier label="t"></quay-pier></template></quay-pier>'); return pier.firstChild.content.firstChild.shadowRoot`,
      null,
    ],
  ],
  events: [
    [
      'DOM 2.10',
      'an event is a CustomEvent with the detail',
      `const pier = put('<quay-pier label="E"></quay-pier>'); let seen; pier.addEventListener('pier-claim', (event) => (seen = event)); pier.claim(); return [seen instanceof CustomEvent, seen.detail]`,
      [true, { label: 'E' }],
    ],
    [
      'DOM 2.9',
      'it bubbles',
      `const pier = put('<quay-pier></quay-pier>'); let seen = 0; place.addEventListener('pier-claim', () => seen++); pier.claim(); return seen`,
      1,
    ],
    [
      'DOM 2.9',
      'its target is the element',
      `const pier = put('<quay-pier></quay-pier>'); let seen; place.addEventListener('pier-claim', (event) => (seen = event.target)); pier.claim(); return seen === pier`,
      true,
    ],
    [
      'DOM 2.9',
      'composed: it leaves an outer shadow root, and is retargeted there',
      `const basin = put('<quay-basin></quay-basin>'); let seen; place.addEventListener('pier-claim', (event) => (seen = event.target)); basin.shadowRoot.querySelector('quay-pier').claim(); return seen === basin`,
      true,
    ],
    [
      'DOM 2.9',
      'not composed: it stays in an outer shadow root',
      `const basin = put('<quay-basin></quay-basin>'); let seen = 0; place.addEventListener('pier-bubble', () => seen++); basin.shadowRoot.addEventListener('pier-bubble', () => (seen += 10)); basin.shadowRoot.querySelector('quay-pier').say('pier-bubble'); return seen`,
      10,
    ],
    [
      'DOM 2.9',
      'not bubbling: only listeners on the element hear it',
      `const pier = put('<quay-pier></quay-pier>'); let seen = 0; pier.addEventListener('pier-inner', () => seen++); place.addEventListener('pier-inner', () => (seen += 10)); pier.say('pier-inner'); return seen`,
      1,
    ],
    [
      'DOM 2.9',
      'a listener that captures hears it first',
      `const pier = put('<quay-pier></quay-pier>'); const order = []; pier.addEventListener('pier-claim', () => order.push('target')); place.addEventListener('pier-claim', () => order.push('capture'), true); pier.claim(); return order`,
      ['capture', 'target'],
    ],
    [
      'DOM 2.9',
      'preventDefault cancels what is cancelable',
      `const pier = put('<quay-pier></quay-pier>'); pier.addEventListener('pier-claim', (event) => event.preventDefault()); return pier.claim()`,
      false,
    ],
    [
      'DOM 2.9',
      'preventDefault does nothing where the contract does not allow it',
      `const pier = put('<quay-pier></quay-pier>'); let seen; pier.addEventListener('pier-bubble', (event) => { event.preventDefault(); seen = event.defaultPrevented; }); pier.say('pier-bubble'); return seen`,
      false,
    ],
    [
      'DOM 2.9',
      'stopPropagation ends the way',
      `const pier = put('<quay-pier></quay-pier>'); let seen = 0; pier.addEventListener('pier-claim', (event) => event.stopPropagation()); place.addEventListener('pier-claim', () => seen++); pier.claim(); return seen`,
      0,
    ],
    [
      'DOM 2.5',
      'composedPath of an open shadow root shows what is inside',
      `const pier = put('<quay-pier></quay-pier>'); let path; place.addEventListener('click', (event) => (path = event.composedPath())); pier.shadowRoot.querySelector('b').click(); return [path[0].localName, path.includes(pier.shadowRoot), path.includes(pier)]`,
      ['b', true, true],
    ],
    [
      'DOM 2.5',
      'a native event from inside is retargeted to the element',
      `const pier = put('<quay-pier></quay-pier>'); let seen; place.addEventListener('click', (event) => (seen = event.target)); pier.shadowRoot.querySelector('b').click(); return seen === pier`,
      true,
    ],
    [
      'DOM 2.9',
      'inside, the target is the inner node',
      `const pier = put('<quay-pier></quay-pier>'); let seen; pier.shadowRoot.addEventListener('click', (event) => (seen = event.target.localName)); pier.shadowRoot.querySelector('b').click(); return seen`,
      'b',
    ],
    [
      'DOM 2.9',
      'an event of content has the content as its target',
      `const pier = put('<quay-pier><em>x</em></quay-pier>'); let seen; place.addEventListener('click', (event) => (seen = event.target.localName)); pier.querySelector('em').click(); return seen`,
      'em',
    ],
    [
      'DOM 2.9',
      'an event of content passes the slot on its way',
      `const pier = put('<quay-pier><em>x</em></quay-pier>'); let path; pier.querySelector('em').addEventListener('click', (event) => (path = event.composedPath().map((node) => node.localName))); pier.querySelector('em').click(); return path.slice(0, 3)`,
      ['em', 'slot', 'section'],
    ],
    [
      'DOM 2.7',
      'a handler in the view runs once for a click',
      `const pier = put('<quay-pier></quay-pier>'); let seen = 0; pier.addEventListener('pier-claim', () => seen++); pier.shadowRoot.querySelector('b').click(); return seen`,
      1,
    ],
    [
      'DOM 2.7',
      'it still runs once after a move',
      `const pier = put('<quay-pier></quay-pier>'); place.append(pier); let seen = 0; pier.addEventListener('pier-claim', () => seen++); pier.shadowRoot.querySelector('b').click(); return seen`,
      1,
    ],
    [
      'DOM 2.9',
      'listeners run at once, in the call',
      `const pier = put('<quay-pier></quay-pier>'); let seen = 0; pier.addEventListener('pier-claim', () => seen++); pier.claim(); return seen`,
      1,
    ],
    [
      'DOM 2.10',
      'an error in a listener is reported and stops nothing',
      `const pier = put('<quay-pier></quay-pier>'); let seen = 0; pier.addEventListener('pier-claim', () => { throw new Error('x'); }); pier.addEventListener('pier-claim', () => seen++); const result = pier.claim(); return [seen, result, caught.length]`,
      [1, true, 1],
    ],
    [
      'UI Events 3.2',
      'a click on a control in a shadow root is heard outside',
      `const tap = put('<quay-tap>x</quay-tap>'); let seen = 0; place.addEventListener('click', () => seen++); tap.shadowRoot.querySelector('button').click(); return seen`,
      1,
    ],
  ],
  focus: [
    [
      'HTML 6.6.3',
      'focus() goes to the first thing inside that can have it',
      `const tap = put('<quay-tap>x</quay-tap>'); tap.focus(); return tap.shadowRoot.activeElement.localName`,
      'button',
    ],
    [
      'HTML 6.6.6',
      'outside, the element is the active one',
      `const tap = put('<quay-tap>x</quay-tap>'); tap.focus(); return document.activeElement === tap`,
      true,
    ],
    [
      'HTML 6.6.3',
      'an element without delegation and tabindex cannot have the focus',
      `const pier = put('<quay-pier></quay-pier>'); pier.focus(); return document.activeElement === pier`,
      false,
    ],
    [
      'HTML 6.6.3',
      'with tabindex it can',
      `const pier = put('<quay-pier tabindex="0"></quay-pier>'); pier.focus(); return document.activeElement === pier`,
      true,
    ],
    [
      'HTML 6.6.2',
      'delegatesFocus is what the shadow root says',
      `return [make('quay-tap').shadowRoot.delegatesFocus, make('quay-pier').shadowRoot.delegatesFocus]`,
      [true, false],
    ],
    [
      'Selectors 9',
      ':focus-within matches the element',
      `const tap = put('<quay-tap>x</quay-tap>'); tap.focus(); return tap.matches(':focus-within')`,
      true,
    ],
    [
      'Selectors 9',
      ':focus matches an element that delegates',
      `const tap = put('<quay-tap>x</quay-tap>'); tap.focus(); return tap.matches(':focus')`,
      true,
    ],
    [
      'UI Events 3.3',
      'focusin from inside is retargeted',
      `const tap = put('<quay-tap>x</quay-tap>'); let seen; place.addEventListener('focusin', (event) => (seen = event.target)); tap.focus(); return seen === tap`,
      true,
    ],
    [
      'UI Events 3.3',
      'a focus that moves within is not heard outside',
      `const tap = put('<quay-tap>x</quay-tap>'); tap.focus(); let seen = 0; place.addEventListener('focusin', () => seen++); tap.shadowRoot.querySelector('a').focus(); return seen`,
      0,
    ],
    [
      'HTML 6.6.3',
      'a disabled control does not take it',
      `const tap = put('<quay-tap disabled>x</quay-tap>'); tap.focus(); return tap.shadowRoot.activeElement?.localName`,
      'a',
    ],
    [
      'HTML 6.6.6',
      'blur() takes it away',
      `const tap = put('<quay-tap>x</quay-tap>'); tap.focus(); tap.blur(); return document.activeElement === tap`,
      false,
    ],
    [
      'HTML 6.6.4',
      'removal takes it away',
      `const tap = put('<quay-tap>x</quay-tap>'); tap.focus(); tap.remove(); return document.activeElement === document.body`,
      true,
    ],
    [
      'DOM 4.2.3',
      'moveBefore keeps it',
      `const tap = put('<quay-tap>x</quay-tap>'); place.append(document.createElement('i')); tap.focus(); place.moveBefore(tap, null); return document.activeElement === tap`,
      true,
    ],
  ],
  forms: [
    [
      'HTML 4.10.20',
      'the class says that it belongs to forms',
      `return customElements.get('quay-entry').formAssociated`,
      true,
    ],
    [
      'HTML 4.10.18',
      'it is among the elements of its form',
      `const form = put('<form><quay-entry name="ship"></quay-entry></form>'); return [form.elements.length, form.elements.ship === form.firstChild]`,
      [1, true],
    ],
    [
      'HTML 4.10.18',
      'its form is known to it',
      `const form = put('<form><quay-entry></quay-entry></form>'); return form.firstChild.form === form`,
      true,
    ],
    [
      'HTML 4.10.18',
      'the form attribute works',
      `put('<div><form id="f"></form><quay-entry form="f"></quay-entry></div>'); return place.querySelector('quay-entry').form.id`,
      'f',
    ],
    [
      'HTML 4.10.22',
      'FormData has its value',
      `const form = put('<form><quay-entry name="ship" value="Tern"></quay-entry></form>'); return [...new FormData(form)]`,
      [['ship', 'Tern']],
    ],
    [
      'HTML 4.10.22',
      'without a name it is left out',
      `const form = put('<form><quay-entry value="Tern"></quay-entry></form>'); return [...new FormData(form)]`,
      [],
    ],
    [
      'HTML 4.10.22',
      'a later value is that of the form',
      `const form = put('<form><quay-entry name="ship"></quay-entry></form>'); form.firstChild.value = 'Knot'; await form.firstChild.settled; return new FormData(form).get('ship')`,
      'Knot',
    ],
    [
      'HTML 4.10.22',
      'what is typed is that of the form',
      `const form = put('<form><quay-entry name="ship"></quay-entry></form>'); const box = form.firstChild.shadowRoot.querySelector('input'); box.value = 'Gull'; box.dispatchEvent(new Event('input', { bubbles: true, composed: true })); await tick(); return new FormData(form).get('ship')`,
      'Gull',
    ],
    [
      'HTML 4.10.22',
      'reset gives the value of the attribute again',
      `const form = put('<form><quay-entry name="ship" value="Tern"></quay-entry></form>'); form.firstChild.value = 'Knot'; form.reset(); await tick(); return new FormData(form).get('ship')`,
      'Tern',
    ],
    [
      'HTML 4.13.3',
      'a state is restored',
      `const form = put('<form><quay-entry name="ship"></quay-entry></form>'); form.firstChild.formStateRestoreCallback('Auk', 'restore'); await tick(); return new FormData(form).get('ship')`,
      'Auk',
    ],
    [
      'HTML 4.10.19',
      'a disabled fieldset disables it',
      `const form = put('<form><fieldset disabled><quay-entry name="ship"></quay-entry></fieldset></form>'); const entry = place.querySelector('quay-entry'); await entry.settled; return [entry.matches(':disabled'), entry.shadowRoot.querySelector('input').disabled, [...new FormData(form)]]`,
      [true, true, []],
    ],
    [
      'HTML 4.10.19',
      'an enabled fieldset enables it',
      `put('<form><fieldset disabled><quay-entry name="ship"></quay-entry></fieldset></form>'); const entry = place.querySelector('quay-entry'); place.querySelector('fieldset').disabled = false; await tick(); return [entry.matches(':disabled'), entry.shadowRoot.querySelector('input').disabled]`,
      [false, false],
    ],
    [
      'HTML 4.10.21',
      'it can be invalid, with a message',
      `const entry = put('<quay-entry required></quay-entry>'); return [entry.validity.valueMissing, entry.validationMessage, entry.checkValidity()]`,
      [true, 'Write.', false],
    ],
    [
      'HTML 4.10.21',
      'an invalid one stops the form',
      `const form = put('<form><quay-entry required name="a"></quay-entry></form>'); return form.checkValidity()`,
      false,
    ],
    [
      'HTML 4.10.21',
      'a value makes it valid',
      `const entry = put('<quay-entry required value="x"></quay-entry>'); return [entry.validity.valid, entry.checkValidity()]`,
      [true, true],
    ],
    [
      'HTML 4.10.21',
      'checkValidity dispatches invalid on the element',
      `const entry = put('<quay-entry required></quay-entry>'); let seen = 0; entry.addEventListener('invalid', () => seen++); entry.checkValidity(); return seen`,
      1,
    ],
    [
      'Selectors 10',
      ':invalid and :valid match',
      `const entry = put('<quay-entry required></quay-entry>'); const before = [entry.matches(':invalid'), entry.matches(':valid')]; entry.value = 'x'; await entry.settled; return [before, entry.matches(':valid')]`,
      [[true, false], true],
    ],
    [
      'HTML 4.10.4',
      'a label belongs to it',
      `put('<div><label for="e">L</label><quay-entry id="e"></quay-entry></div>'); const entry = place.querySelector('quay-entry'); return [entry.labels.length, entry.labels[0].control === entry]`,
      [1, true],
    ],
    [
      'HTML 4.10.20',
      'willValidate is false while it is disabled',
      `put('<fieldset disabled><quay-entry></quay-entry></fieldset>'); return place.querySelector('quay-entry').willValidate`,
      false,
    ],
    [
      'HTML 4.13.7',
      ':state() matches what it says of itself',
      `const entry = put('<quay-entry value="Marigold"></quay-entry>'); const before = entry.matches(':state(full)'); entry.value = 'x'; await entry.settled; return [before, entry.matches(':state(full)')]`,
      [true, false],
    ],
    [
      'HTML 4.10.6',
      'a button inside sends the form',
      `const form = put('<form><quay-tap>x</quay-tap></form>'); let sent = 0; form.addEventListener('submit', (event) => { event.preventDefault(); sent++; }); form.firstChild.shadowRoot.querySelector('button').click(); await tick(); return sent`,
      1,
    ],
    [
      'HTML 4.10.6',
      'a button of type button does not',
      `const form = put('<form><quay-tap type="button">x</quay-tap></form>'); let sent = 0; form.addEventListener('submit', (event) => { event.preventDefault(); sent++; }); form.firstChild.shadowRoot.querySelector('button').click(); await tick(); return sent`,
      0,
    ],
    [
      'HTML 4.10.22',
      'an invalid form is not sent',
      `const form = put('<form><quay-entry required name="a"></quay-entry><quay-tap>x</quay-tap></form>'); let sent = 0; form.addEventListener('submit', (event) => { event.preventDefault(); sent++; }); form.lastChild.shadowRoot.querySelector('button').click(); await tick(); return sent`,
      0,
    ],
    [
      'HTML 4.13.7',
      'attachInternals cannot be called a second time',
      `const entry = put('<quay-entry></quay-entry>'); try { entry.attachInternals(); return 'given'; } catch (error) { return error.name; }`,
      'NotSupportedError',
    ],
  ],
  style: [
    [
      'CSS Shadow 3.2',
      'page style does not reach inside',
      `const style = new CSSStyleSheet(); style.replaceSync('b { color: rgb(9, 9, 9) }'); document.adoptedStyleSheets.push(style); const pier = put('<quay-pier></quay-pier>'); const color = getComputedStyle(pier.shadowRoot.querySelector('b')).color; document.adoptedStyleSheets = document.adoptedStyleSheets.filter((other) => other !== style); return color`,
      'rgb(0, 0, 0)',
    ],
    [
      'CSS Shadow 3.4',
      '::part() reaches what has the part',
      `const style = new CSSStyleSheet(); style.replaceSync('quay-pier::part(card) { color: rgb(9, 9, 9) }'); document.adoptedStyleSheets.push(style); const pier = put('<quay-pier></quay-pier>'); const color = getComputedStyle(pier.shadowRoot.querySelector('section')).color; document.adoptedStyleSheets = document.adoptedStyleSheets.filter((other) => other !== style); return color`,
      'rgb(9, 9, 9)',
    ],
    [
      'CSS Shadow 3.1',
      'a page rule for the element wins over :host',
      `const style = new CSSStyleSheet(); style.replaceSync('quay-pier { display: inline-block }'); document.adoptedStyleSheets.push(style); const display = getComputedStyle(put('<quay-pier></quay-pier>')).display; document.adoptedStyleSheets = document.adoptedStyleSheets.filter((other) => other !== style); return display`,
      'inline-block',
    ],
    [
      'CSSOM 6.8',
      'all elements share one style sheet',
      `const [one, other] = [make('quay-pier'), make('quay-pier')]; return one.shadowRoot.adoptedStyleSheets[0] === other.shadowRoot.adoptedStyleSheets[0]`,
      true,
    ],
    [
      'CSS Shadow 3.1',
      'inherited properties come in',
      `place.style.color = 'rgb(1, 2, 3)'; const pier = put('<quay-pier></quay-pier>'); return getComputedStyle(pier.shadowRoot.querySelector('b')).color`,
      'rgb(1, 2, 3)',
    ],
  ],
};
