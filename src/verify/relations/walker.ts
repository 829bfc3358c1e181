import type { ProbePage } from '../facet.js';
import { makeInstance } from '../facets/instance-properties.js';
import { show } from '../observe.js';
import type { Act } from './act.js';
import { buildContent } from './build-content.js';
import type { WaysData, WaysProperty } from './ways-data.js';

/** What an element was given in the end. */
export interface Given {
  /** The place of each property's value, by the property's place; none where it has its default. */
  values: Map<number, number>;
  /** How many nodes each slot has. */
  content: number[];
}

type Values = Record<string, unknown>;

/** An element on its way, with what it was given so far. */
export class Walker {
  element: HTMLElement;
  readonly given: Given;
  /** Properties whose value came by an attribute last, and those of which one was ever written. */
  readonly #written = new Set<number>();
  readonly everWritten = new Set<string>();
  #place: HTMLElement;
  /** True if it was in another document. */
  wasAbroad = false;

  constructor(
    readonly page: ProbePage,
    readonly data: WaysData,
    /** A document to move into. */
    readonly abroad: () => Document,
  ) {
    // What another one made the browser remember is not this one's.
    localStorage.clear();
    sessionStorage.clear();
    this.element = page.make();
    // A form gets what has a name.
    if (data.inForm) this.element.setAttribute('name', 'given');
    this.#place = this.#newPlace();
    this.given = {
      // Those that a consumer must give are there from the start.
      values: new Map(
        data.properties.flatMap(({ required }, place) => (required ? [[place, 0] as const] : [])),
      ),
      content: data.slots.map(() => 0),
    };
    for (const [place, value] of this.given.values) this.#set(place, value);
  }

  /** Another one that is given the same at once, before it comes into the page. */
  another(): Walker {
    const other = new Walker(this.page, this.data, this.abroad);
    for (const [slot, count] of this.given.content.entries())
      for (let node = 0; node < count; node++) other.do({ give: slot });
    for (const [place, value] of this.given.values) other.do({ set: place, value });
    other.do({ to: 'page' });
    return other;
  }

  /** A form, so that what it gets can be seen. */
  #newPlace(): HTMLElement {
    return this.page.container().appendChild(document.createElement(this.data.inForm ? 'form' : 'div'));
  }

  #isBegun = false;

  /** Goes on with one that is made in a document where no tag is defined: it becomes an element of its class in the page. */
  #beginEarly(): void {
    const { localName, attributes } = this.element;
    const early = document.implementation.createHTMLDocument().createElement(localName);
    for (const { name, value } of attributes) early.setAttribute(name, value);
    this.element = early;
    for (const [place, value] of this.given.values) this.#set(place, value);
  }

  /** Intervals that run because of what was done so far. */
  intervals = 0;

  do(act: Act): void {
    const before = this.page.leftovers().intervals;
    this.#do(act);
    this.#isBegun = true;
    this.intervals += this.page.leftovers().intervals - before;
  }

  #do(act: Act): void {
    const { element, given } = this;
    if ('begin' in act) {
      if (!this.#isBegun) this.#beginEarly();
    } else if ('set' in act) {
      this.#set(act.set, act.value);
      given.values.set(act.set, act.value);
      this.#written.delete(act.set);
    } else if ('undefine' in act) {
      (element as unknown as Values)[this.#property(act.undefine).name] = undefined;
      given.values.delete(act.undefine);
      this.#written.delete(act.undefine);
    } else if ('write' in act) this.#write(act.write, act.value);
    else if ('erase' in act) {
      // Where a property was set since, nobody says what the attribute's going means.
      if (!this.#written.delete(act.erase)) return;
      element.removeAttribute(this.#property(act.erase).attribute!);
      given.values.delete(act.erase);
    } else if ('give' in act) this.#give(act.give);
    else if ('take' in act) this.#take(act.take);
    else this.#go(act.to);
  }

  #property(place: number): WaysProperty {
    return this.data.properties[place]!;
  }

  #set(place: number, value: number): void {
    const { name, instance, values } = this.#property(place);
    const given =
      instance === undefined ? structuredClone(values[value]) : makeInstance(instance, values[value]);
    (this.element as unknown as Values)[name] = given;
  }

  #write(place: number, value: number): void {
    const { attribute, texts } = this.#property(place);
    // The same text again is no change, whatever came in between.
    if (this.element.getAttribute(attribute!) === texts[value]) return;
    this.element.setAttribute(attribute!, texts[value]!);
    this.given.values.set(place, value);
    this.#written.add(place);
    this.everWritten.add(attribute!);
  }

  #give(slot: number): void {
    const { name, nodes } = this.data.slots[slot]!;
    const index = this.given.content[slot]!++;
    // What was taken away is given again: the very same node.
    const key = `${slot} ${index}`;
    const node = this.#nodes.get(key) ?? buildContent(nodes[index % nodes.length]!);
    this.#nodes.set(key, node);
    if (name !== 'default' && node instanceof Element) node.slot = name;
    this.element.append(node);
    this.#content.push({ slot, node });
  }

  readonly #nodes = new Map<string, Node>();

  #content: { slot: number; node: Node }[] = [];

  #take(slot: number): void {
    for (const one of this.#content) if (one.slot === slot) one.node.parentNode?.removeChild(one.node);
    this.#content = this.#content.filter((one) => one.slot !== slot);
    this.given.content[slot] = 0;
  }

  #go(to: Extract<Act, { to: string }>['to']): void {
    const { element } = this;
    if (to === 'page' && !element.isConnected) this.#place.append(element);
    else if (to === 'nowhere') element.remove();
    else if (to === 'elsewhere') {
      const before = this.#place.parentElement!;
      this.#place = this.#newPlace();
      this.#place.append(element);
      before.remove();
    } else if (to === 'another document') {
      this.wasAbroad = true;
      this.abroad().body.append(element);
    } else if (to === 'clone') this.#becomeClone();
  }

  get isAbroad(): boolean {
    return this.wasAbroad && this.element.ownerDocument !== document;
  }

  /** Comes home from another document. */
  comeBack(): void {
    this.#place.append(this.element);
  }

  /** Goes on as a clone and sets its values again: a clone has the attributes and the content only. */
  #becomeClone(): void {
    const { element } = this;
    const copy = element.cloneNode(true) as HTMLElement;
    const indexes = this.#content.map(({ node }) => [...element.childNodes].indexOf(node as ChildNode));
    // What the element took from among its children is in no copy.
    this.#content = this.#content.flatMap(({ slot }, at) => {
      const node = copy.childNodes[indexes[at]!];
      return node ? [{ slot, node }] : [];
    });
    if (element.isConnected) element.replaceWith(copy);
    this.element = copy;
    this.#nodes.clear();
    for (const [place, { required }] of this.data.properties.entries()) {
      const value = this.given.values.get(place);
      if (value !== undefined) this.#set(place, value);
      else if (!required) (copy as unknown as Values)[this.#property(place).name] = undefined;
    }
  }

  /** True if its properties are what it was given. */
  keeps(): boolean {
    return [...this.given.values].every(([place, value]) => {
      const { name, instance, values } = this.#property(place);
      const seen = (this.element as unknown as Values)[name];
      return instance === undefined ? show(seen) === show(values[value]) : seen !== undefined;
    });
  }

  /** An act in words. */
  say(act: Act): string {
    if ('begin' in act) return 'make it before its definition';
    if ('set' in act) {
      const { name, values, instance } = this.#property(act.set);
      return `set ${name} to ${instance === undefined ? '' : `a ${instance} of `}${show(values[act.value])}`;
    }
    if ('undefine' in act) return `set ${this.#property(act.undefine).name} to undefined`;
    if ('write' in act) {
      const { attribute, texts } = this.#property(act.write);
      return `write ${attribute}="${texts[act.value]}"`;
    }
    if ('erase' in act) return `remove ${this.#property(act.erase).attribute}`;
    if ('give' in act) return `give ${this.#slotName(act.give)} a node`;
    if ('take' in act) return `take the content of ${this.#slotName(act.take)} away`;
    return MOVES[act.to];
  }

  #slotName(slot: number): string {
    const { name } = this.data.slots[slot]!;
    return name === 'default' ? 'the default slot' : `the slot ${name}`;
  }

  end(): void {
    this.element.remove();
    this.#place.parentElement!.remove();
  }
}

const MOVES = {
  page: 'put it into the page',
  nowhere: 'take it out of the page',
  elsewhere: 'move it',
  'another document': 'move it into another document and back',
  clone: 'go on with a clone, with its values set again',
} as const;
