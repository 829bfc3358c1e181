import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import {
  API,
  SignatureKind,
  SymbolFlags,
  TypeFlags,
  type Checker,
  type Project,
  type Symbol as TypeSymbol,
  type Type,
} from 'typescript-7/unstable/sync';

export { SignatureKind, SymbolFlags, TypeFlags };
export type { Checker, Type, TypeSymbol };

/** Modules that are made up for TypeScript to look at, beside those that there are. */
export type MadeModules = ReadonlyMap<string, string>;

/** A program of TypeScript's own checker; ended by `close`. */
export class TypeProgram {
  readonly #api: API;
  readonly #project: Project;
  /** Files that TypeScript read, and those that it asked for in vain; those that were made up aside. */
  readonly read = new Set<string>();

  /** `made` are texts by path; they are seen as if they lay there. */
  constructor(root: string, made: MadeModules, jsxImportSource: string) {
    const config = join(root, '.lastwright.components.json');
    const own = {
      // The project's own short names for folders hold as well.
      ...(existsSync(join(root, 'tsconfig.json')) ? { extends: './tsconfig.json' } : {}),
      compilerOptions: {
        jsx: jsxImportSource ? 'react-jsx' : 'preserve',
        ...(jsxImportSource ? { jsxImportSource } : {}),
        strict: true,
        target: 'ES2022',
        lib: ['ES2023', 'DOM', 'DOM.Iterable'],
        module: 'ESNext',
        moduleResolution: 'Bundler',
        allowJs: true,
        checkJs: true,
        allowArbitraryExtensions: true,
        allowImportingTsExtensions: true,
        skipLibCheck: true,
        noEmit: true,
        composite: false,
        incremental: false,
        types: [],
      },
      files: [...made.keys()],
      include: [],
    };
    const texts = new Map([...made, [config, JSON.stringify(own)]]);
    this.#api = new API({
      cwd: root,
      fs: {
        readFile: (path) => {
          const text = texts.get(path);
          if (text === undefined) this.read.add(path);
          return text;
        },
        fileExists: (path) => (texts.has(path) ? true : undefined),
        directoryExists: (path) =>
          [...texts.keys()].some((one) => dirname(one) === path) ? true : undefined,
      },
    });
    this.#project = this.#api.updateSnapshot({ openProjects: [config] }).getProject(config)!;
  }

  get checker(): Checker {
    return this.#project.checker;
  }

  /** What a made module exports, by name. */
  exportsOf(path: string): Map<string, TypeSymbol> {
    const { program, checker } = this.#project;
    const file = program.getSourceFile(path);
    const module = file && checker.getSymbolAtLocation(file);
    const symbols = module ? checker.getExportsOfModule(module) : [];
    return new Map(symbols.map((symbol) => [symbol.name, symbol]));
  }

  /** The comment before a declaration, which says what it is; also one on the same line, of which the checker knows nothing. */
  commentOf(symbol: TypeSymbol): string {
    const known = symbol.getDocumentationComment(this.checker);
    if (known) return known;
    return this.#commentLines(symbol)
      .filter((line) => !line.trimStart().startsWith('@'))
      .join('\n');
  }

  /** What a comment says behind a tag such as `@deprecated`; undefined if it does not have it. */
  tagOf(symbol: TypeSymbol, name: string): string | undefined {
    const known = symbol.getJsDocTags(this.checker).find((tag) => tag.name === name);
    if (known) return String(known.text ?? '').trim();
    const line = this.#commentLines(symbol).find((one) => one.trimStart().startsWith(`@${name}`));
    return line
      ?.trim()
      .slice(name.length + 1)
      .trim();
  }

  /** The text of a declaration, with the comment before it. */
  textOf(symbol: TypeSymbol): string {
    const node = (symbol.valueDeclaration ?? symbol.declarations[0])?.resolve(this.#project);
    return node?.getSourceFile().text.slice(node.pos, node.end) ?? '';
  }

  #commentLines(symbol: TypeSymbol): string[] {
    const inside = /^\s*\/\*\*((?:(?!\*\/)[\s\S])*)\*\//.exec(this.textOf(symbol))?.[1];
    return inside?.split('\n').map((line) => line.replace(/^\s*\*\s?/, '')) ?? [];
  }

  /** The parameter of a function, or of the constructor of a class, by its place. */
  parameterOf(type: Type, place: number): Type | undefined {
    const { checker } = this;
    const [signature] = [SignatureKind.Call, SignatureKind.Construct].flatMap((kind) =>
      checker.getSignaturesOfType(type, kind).slice(-1),
    );
    return signature && checker.getParameterType(signature, place);
  }

  /** The type of what stands at an offset of a file. */
  typeAt(path: string, offset: number): Type | undefined {
    return this.#project.checker.getTypeAtPosition(path, offset);
  }

  /** True for a type that the standard library declares. */
  isStandard(symbol: TypeSymbol): boolean {
    return symbol.declarations.some(({ path }) => /[\\/]lib\.[\w.]*d\.ts$/.test(path));
  }

  close(): void {
    this.#api.close();
  }
}
