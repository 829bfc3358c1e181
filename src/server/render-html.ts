import type { ServerDefinition, ServerPage } from './definition.js';
import { fillWith } from './filled-in.js';
import { renderElement } from './render-element.js';
import { HtmlScanner, type OpenElement } from './scan-html.js';

/** An element of the library whose end was not seen yet, and what is known of its slots so far. */
interface Pending {
  definition: ServerDefinition;
  filled: Record<string, boolean>;
}

/** Renders HTML in pieces: what comes in goes out unchanged, with the roots of elements added. */
export class HtmlRenderer {
  readonly #scanner: HtmlScanner;
  readonly #pending = new Map<OpenElement, Pending>();
  /** Source that was not given out yet, and where it begins. */
  #source = '';
  #from = 0;
  #out = '';
  /** A root that stands behind the tag just read, unless the element brings one along. */
  #next: { element: OpenElement; html: string; at: number } | undefined;

  constructor(readonly page: ServerPage) {
    this.#scanner = new HtmlScanner({
      begins: (element, parent, end) => this.#begins(element, parent, end),
      ends: (element, at) => this.#ends(element, at),
      text: (parent) => {
        const pending = parent && this.#pending.get(parent);
        if (pending) pending.filled.default = true;
      },
    });
  }

  /** Takes a piece and gives what of it is done: all but the tag that it ends in. */
  write(piece: string, isLast: boolean): string {
    this.#source += piece;
    this.#scanner.write(piece, isLast);
    if (isLast) {
      this.#addNext();
      this.#copyTo(this.#from + this.#source.length);
    } else this.#copyTo(this.#next?.at ?? this.#scanner.settled);
    const out = this.#out;
    this.#out = '';
    return out;
  }

  #begins(element: OpenElement, parent: OpenElement | undefined, end: number): void {
    const isRoot = element.name === 'template' && element.attributes.has('shadowrootmode');
    // An element that has a root already, from a rendering before, keeps that one.
    if (isRoot && this.#next?.element === parent) this.#next = undefined;
    this.#addNext();
    const around = parent && this.#pending.get(parent);
    if (around && isRoot) this.#pending.delete(parent);
    else if (around) fillWith(around.filled, element);
    const definition = element.isInert || element.isForeign ? undefined : this.#definitionOf(element);
    if (!definition) return;
    if (definition.asksFilled) this.#pending.set(element, { definition, filled: {} });
    else this.#next = { element, html: this.#render(definition, element, {}), at: end };
  }

  #ends(element: OpenElement, at: number): void {
    this.#addNext();
    const pending = this.#pending.get(element);
    if (!pending) return;
    this.#pending.delete(element);
    this.#add(this.#render(pending.definition, element, pending.filled), at);
  }

  #definitionOf({ name }: OpenElement): ServerDefinition | undefined {
    return this.page.definitions.get(name);
  }

  #render(
    definition: ServerDefinition,
    { attributes }: OpenElement,
    filled: Record<string, boolean>,
  ): string {
    const { tag } = definition;
    const properties = this.page.propertiesOf?.({ tag, attributes: Object.fromEntries(attributes) }) ?? {};
    return renderElement(definition, attributes, { properties, reflects: false }, filled, this.page).content;
  }

  #addNext(): void {
    const next = this.#next;
    this.#next = undefined;
    if (next) this.#add(next.html, next.at);
  }

  #add(html: string, at: number): void {
    this.#copyTo(at);
    this.#out += html;
  }

  /** Gives out the source up to an offset. */
  #copyTo(offset: number): void {
    if (offset <= this.#from) return;
    this.#out += this.#source.slice(0, offset - this.#from);
    this.#source = this.#source.slice(offset - this.#from);
    this.#from = offset;
  }
}
