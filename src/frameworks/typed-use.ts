/** Typed uses of one element, which a framework's checker looks at: each on a line of its own. */
export interface TypedFile {
  /** The name of the package, and the entry of it that declares its elements for this framework. */
  packageName: string;
  entry: string;
  tag: string;
  className: string;
  /** Constants that the uses name: name, code in TypeScript. */
  constants: [name: string, code: string][];
  uses: TypedUse[];
}

/** What is wrong with a use, if something is. */
export type UseKind = 'right' | 'value' | 'name' | 'missing' | 'listener' | 'detail' | 'method';

/** One use of the element. */
export interface TypedUse {
  /** Properties that are bound, each to a constant. */
  properties: [property: string, constant: string][];
  listeners: { event: string; constant?: string; member?: string }[];
  /** A method that is called through the reference. */
  method: string | undefined;
}

/** A line of code, and the place of the use that it belongs to, if it belongs to one. */
export interface TypedLine {
  text: string;
  use?: number;
}

/** A listener of a use: a constant, or one in place that reads a member of the event's detail. */
export type TypedListener = TypedUse['listeners'][number];

/** A listener as code of JavaScript. */
export function listenerCode({ constant, member }: TypedListener): string {
  return constant ?? `(event) => void event.detail.${member}`;
}

/** How a framework writes typed uses: what surrounds them, and what one consists of. */
export interface TypedSyntax {
  /** Lines before the calls of methods, which stand in code; then before the uses, which stand in a template; then after them. */
  head: string[];
  call?(method: string): string;
  between: string[];
  /** What stands before each use. */
  margin: string;
  attributes(use: TypedUse, place: number): string[];
  tail: string[];
}

/** The uses of a file, each on a line of its own in the template, and its call on one in the code. */
export function writeTyped({ tag, uses }: TypedFile, syntax: TypedSyntax): TypedLine[] {
  const { head, call, between, margin, attributes, tail } = syntax;
  const plain = (lines: readonly string[]): TypedLine[] => lines.map((text) => ({ text }));
  return [
    ...plain(head),
    ...uses.flatMap(({ method }, use) => (call && method !== undefined ? [{ text: call(method), use }] : [])),
    ...plain(between),
    ...uses.map((one, use) => ({
      text: `${margin}<${[tag, ...attributes(one, use)].join(' ')}></${tag}>`,
      use,
    })),
    ...plain(tail),
  ];
}

/** What a checker has against code: where, and what it says. */
export interface CheckerDiagnostic {
  /** The name of the file, without its folder. */
  file: string;
  /** From 1. */
  line: number;
  message: string;
}
