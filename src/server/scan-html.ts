import { Tokenizer, TokenizerMode, type Token } from 'parse5';
import { VOID_ELEMENTS } from '../syntax/markup.js';
import { endedBy } from './open-elements.js';

/** An element whose end was not seen yet. */
export interface OpenElement {
  name: string;
  attributes: ReadonlyMap<string, string>;
  /** True in content of a template that is no shadow root: nothing there is shown. */
  isInert: boolean;
  isForeign: boolean;
}

/** Callbacks for the elements and texts of HTML while it is read; offsets count from the start of all of it. */
export interface Scanned {
  /** An element begins with a tag that reaches to `end`. `parent` is the one that it stands in. */
  begins(element: OpenElement, parent: OpenElement | undefined, end: number): void;
  /** An element ends, at its end tag or where another tag ends it. */
  ends(element: OpenElement, at: number): void;
  /** Text that is not only white space stands in an element. */
  text(parent: OpenElement | undefined): void;
}

/** What a tokenizer does after a start tag of these (HTML, section 13.2.6.2). */
const MODES: Readonly<Record<string, (typeof TokenizerMode)[keyof typeof TokenizerMode]>> = {
  textarea: TokenizerMode.RCDATA,
  title: TokenizerMode.RCDATA,
  style: TokenizerMode.RAWTEXT,
  xmp: TokenizerMode.RAWTEXT,
  iframe: TokenizerMode.RAWTEXT,
  noembed: TokenizerMode.RAWTEXT,
  noframes: TokenizerMode.RAWTEXT,
  script: TokenizerMode.SCRIPT_DATA,
  plaintext: TokenizerMode.PLAINTEXT,
};

/** States in which no tag has begun. */
const TEXT_STATES: ReadonlySet<number> = new Set([
  TokenizerMode.DATA,
  TokenizerMode.RCDATA,
  TokenizerMode.RAWTEXT,
  TokenizerMode.SCRIPT_DATA,
  TokenizerMode.PLAINTEXT,
]);

/** Elements of SVG and MathML whose content is HTML. */
const INTEGRATION_POINTS: ReadonlySet<string> = new Set(['foreignobject', 'desc', 'annotation-xml']);

/** Reads HTML in pieces, as far as it has come. */
export class HtmlScanner {
  readonly #tokenizer: Tokenizer;
  readonly #open: OpenElement[] = [];
  /** The end of what was understood. */
  offset = 0;
  #length = 0;

  constructor(readonly told: Scanned) {
    const pass = ({ location }: Token.Token): void => void (this.offset = location?.endOffset ?? this.offset);
    this.#tokenizer = new Tokenizer(
      { sourceCodeLocationInfo: true },
      {
        onStartTag: (token) => this.#startTag(token),
        onEndTag: (token) => this.#endTag(token),
        onEof: () => this.#endAll(this.offset),
        onCharacter: (token) => {
          pass(token);
          this.told.text(this.#open.at(-1));
        },
        onWhitespaceCharacter: pass,
        onNullCharacter: pass,
        onComment: pass,
        onDoctype: pass,
      },
    );
  }

  /** Takes the next piece; `isLast` says that nothing comes after it. */
  write(piece: string, isLast: boolean): void {
    this.#length += piece.length;
    this.#tokenizer.write(piece, isLast);
    if (isLast) this.#endAll(this.offset);
  }

  /** Up to where nothing is added any more: the start of the tag or comment that the last piece ended in, or its end. */
  get settled(): number {
    const { state } = this.#tokenizer;
    if (TEXT_STATES.has(state)) return this.#length;
    // A tag that has begun is known before it has ended.
    const { currentToken } = this.#tokenizer as unknown as { currentToken: Token.Token | null };
    return Math.max(this.offset, currentToken?.location?.startOffset ?? 0);
  }

  #startTag(token: Token.TagToken): void {
    const { startOffset: start, endOffset: end } = token.location!;
    const { tagName: name } = token;
    for (let count = endedBy(name, this.#open); count > 0; count--) this.#end(start);
    const parent = this.#open.at(-1);
    const isForeign =
      name === 'svg' || name === 'math' || (parent?.isForeign === true && !INTEGRATION_POINTS.has(name));
    const attributes = new Map<string, string>();
    for (const attribute of token.attrs)
      if (!attributes.has(attribute.name)) attributes.set(attribute.name, attribute.value);
    const isInert = parent?.isInert === true || (name === 'template' && !attributes.has('shadowrootmode'));
    const element: OpenElement = { name, attributes, isInert, isForeign };
    this.offset = end;
    this.told.begins(element, parent, end);
    const isEmpty = isForeign ? token.selfClosing : VOID_ELEMENTS.has(name);
    if (isEmpty) return;
    this.#open.push(element);
    this.#tokenizer.inForeignNode = isForeign;
    if (!isForeign && Object.hasOwn(MODES, name)) this.#tokenizer.state = MODES[name]!;
  }

  #endTag(token: Token.TagToken): void {
    const { startOffset: start, endOffset: end } = token.location!;
    const at = this.#open.findLastIndex(({ name }) => name === token.tagName);
    // An end tag without a start ends nothing.
    if (at >= 0) for (let count = this.#open.length - at; count > 0; count--) this.#end(start);
    this.#tokenizer.inForeignNode = this.#open.at(-1)?.isForeign ?? false;
    this.offset = end;
  }

  #end(at: number): void {
    this.told.ends(this.#open.pop()!, at);
  }

  #endAll(at: number): void {
    while (this.#open.length > 0) this.#end(at);
  }
}
