import { init, parse } from 'es-module-lexer';
import { posix } from 'node:path';
import { contentKey } from '../system/cache.js';
import type { ElementFacts } from './facet.js';

// Modules are read at each run, also where everything is remembered: a lexer takes a third of the time of a parser.
await init;

/** Finds what each element of a package is made of: its registering module and all that this one imports. */
export class BuiltCode {
  readonly #imports = new Map<string, string[]>();
  readonly #keys = new Map<string, string>();

  constructor(readonly files: ReadonlyMap<string, string | Uint8Array>) {}

  /** A short name for everything that a module brings into a page. */
  keyOf(module: string): string {
    const known = this.#keys.get(module) ?? this.#makeKey(module);
    this.#keys.set(module, known);
    return known;
  }

  #makeKey(module: string): string {
    return contentKey(...this.reachedFrom(module).flatMap((path) => [path, this.textOf(path)]));
  }

  /** A module of the package and all that it imports, by path, sorted. */
  reachedFrom(module: string): string[] {
    const reached = new Set([module]);
    for (const path of reached) for (const other of this.#importsOf(path)) reached.add(other);
    return [...reached].sort();
  }

  /** A file of the package as text. */
  textOf(path: string): string {
    const content = this.files.get(path) ?? '';
    return typeof content === 'string' ? content : new TextDecoder().decode(content);
  }

  #importsOf(path: string): string[] {
    const known = this.#imports.get(path);
    if (known) return known;
    const found = importedBy(this.textOf(path)).map((from) => posix.join(posix.dirname(path), from));
    this.#imports.set(path, found);
    return found;
  }
}

/** Files that a module imports or passes on, in its own words; none where it is no module that can be read. */
function importedBy(text: string): string[] {
  try {
    return parse(text)[0].flatMap(({ n: name }) => (name?.startsWith('.') ? [name] : []));
  } catch {
    return [];
  }
}

/** A short name for what facets are derived from: the contract, the samples, what the view tells. */
export function factsKey(facts: ElementFacts): string {
  return contentKey(
    JSON.stringify(facts, (_, value: unknown) => (value instanceof Set ? [...value].sort() : value)),
  );
}
