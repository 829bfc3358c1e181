import { casesOf, type AdoptCase } from './case.js';

const one = casesOf('.ts', 'Case');

/** Without more ado, undefined gives no default, and what was set before the definition is lost. */
const PLAIN = ['properties', 'upgrade'];

export const classCases: AdoptCase[] = [
  one(
    'accessors over attributes',
    `export class Case extends HTMLElement {
  static observedAttributes = ['label', 'shining'];
  get label(): string { return this.getAttribute('label') ?? ''; }
  set label(value: string) { this.setAttribute('label', value); }
  get shining(): boolean { return this.hasAttribute('shining'); }
  set shining(value: boolean) { this.toggleAttribute('shining', value); }
}`,
    { 'property label': 'string = "" reflect', 'property shining': 'boolean = false reflect' },
    { fails: [...PLAIN, 'reflection'] },
  ),
  one(
    'private fields behind accessors',
    `export class Case extends HTMLElement {
  #level = 1;
  get level(): number { return this.#level; }
  set level(value: number) { this.#level = value; }
}`,
    { 'property level': 'number = 1 no attribute' },
    { fails: PLAIN },
  ),
  one(
    'accessors that begin with something',
    `export class Case extends HTMLElement {
  static observedAttributes = ['depth', 'tone', 'note'];
  get depth(): number { return Number(this.getAttribute('depth') ?? 3); }
  set depth(value: number) { this.setAttribute('depth', String(value)); }
  get tone(): 'calm' | 'rough' { return (this.getAttribute('tone') as 'calm' | 'rough') || 'calm'; }
  set tone(value: 'calm' | 'rough') { this.setAttribute('tone', value); }
  get note(): string { const own = this.getAttribute('note'); return own === null ? 'none' : own.trim(); }
  set note(value: string) { this.setAttribute('note', value); }
}`,
    {
      'property depth': 'number = 3 reflect',
      'property tone': "'calm' | 'rough' = \"calm\" reflect",
      'property note': 'string reflect',
    },
    { said: ['note'], fails: [...PLAIN, 'attributes', 'reflection'] },
  ),
  one(
    'a class that takes care',
    `export class Case extends HTMLElement {
  static observedAttributes = ['depth'];
  #depth = 3;
  #outdated = false;
  #root = this.attachShadow({ mode: 'open' });
  constructor() {
    super();
    this.#root.append(Object.assign(document.createElement('b'), { part: 'value', textContent: '3' }));
    if (!Object.hasOwn(this, 'depth')) return;
    const early = this.depth;
    delete (this as Partial<this>).depth;
    this.depth = early;
    this.#outdated = this.hasAttribute('depth');
  }
  get depth(): number { return this.#depth; }
  set depth(value: number | undefined) {
    const number = value === undefined || value === null || String(value).trim() === '' ? Number.NaN : Number(value);
    this.#depth = Number.isNaN(number) ? 3 : number;
    this.#root.querySelector('b')!.textContent = String(this.#depth);
  }
  attributeChangedCallback(_: string, __: string | null, text: string | null): void {
    if (!this.#outdated) this.depth = (text ?? undefined) as never;
    this.#outdated = false;
  }
}`,
    { 'property depth': 'number = 3' },
  ),
  one(
    'public fields',
    `export class Case extends HTMLElement { names: string[] = []; tone: 'calm' | 'rough' = 'calm'; private own = 1; }`,
    { 'property names': 'string[] = []', 'property tone': "'calm' | 'rough' = \"calm\" no attribute" },
    { fails: PLAIN },
  ),
  one(
    'methods and events',
    `export class Case extends HTMLElement {
  level = 1;
  connectedCallback(): void {}
  raise(by: number): void { this.level += by; this.dispatchEvent(new CustomEvent('case-raise', { bubbles: true, composed: true, cancelable: true, detail: { level: this.level } })); }
  read(): string { return String(this.level); }
}`,
    {
      'property level': 'number = 1 no attribute',
      'event case-raise': '{ level: number } cancelable',
      'method raise': '(by: number)',
      'method read': '(): string',
    },
    { fails: PLAIN },
  ),
  one(
    'an event that stays inside',
    `export class Case extends HTMLElement { step(): void { this.dispatchEvent(new Event('step')); } }`,
    { 'event step': ' stays', 'method step': '()' },
  ),
  one(
    'slots and parts in its markup',
    `export class Case extends HTMLElement {
  constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<header part="head"><slot name="head"></slot></header><slot></slot>'; }
}`,
    { 'slot default': '', 'slot head': '', 'part head': '' },
  ),
  one(
    'a template literal with style',
    `const label = 'x';
export class Case extends HTMLElement {
  connectedCallback(): void { this.attachShadow({ mode: 'closed' }).innerHTML = \`<style>b { color: var(--case-color, red); --own: 1px; inset: var(--own) }</style><b part="word">\${label}</b>\`; }
}`,
    { 'part word': '', 'css --case-color': '' },
    { fails: ['lifecycle', 'upgrade'] },
  ),
  one(
    'a form element',
    `export class Case extends HTMLElement {
  static formAssociated = true;
  #value = '';
  get value(): string { return this.#value; }
  set value(next: string) { this.#value = next; }
}`,
    { 'property value': 'string = "" no attribute', form: 'value' },
    { fails: [...PLAIN, 'forms'] },
  ),
  one(
    'the default export',
    `export default class Case extends HTMLElement { count = 3; }`,
    { 'property count': 'number = 3 no attribute' },
    { exported: 'default', fails: PLAIN },
  ),
  one(
    'a base class of its own',
    `class Base extends HTMLElement { protected draw(): void {} }
export class Case extends Base { since?: Date; }`,
    { 'property since': 'Date' },
  ),
  one(
    'plain JavaScript, with types in comments',
    `/** A lamp of the harbor. */
export class Case extends HTMLElement {
  static get observedAttributes() { return ['blink-rate']; }
  /** How often it blinks
   * @type {number} */
  get blinkRate() { return Number(this.getAttribute('blink-rate')); }
  set blinkRate(value) { this.setAttribute('blink-rate', String(value)); }
}`,
    { 'property blinkRate': 'number = 0 reflect // How often it blinks' },
    { ending: '.js', fails: [...PLAIN, 'attributes', 'reflection'] },
  ),
  one(
    'what can only be read, and an event without a fixed name',
    `export class Case extends HTMLElement {
  get size(): number { return 1; }
  level = 2;
  tell(name: string): void { this.dispatchEvent(new CustomEvent(name)); }
}`,
    { 'property level': 'number = 2 no attribute', 'method tell': '(name: string)' },
    { said: ['size', 'an event'], fails: PLAIN },
  ),
];
