import { existsSync, lstatSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { UsageError } from '../system/usage-error.js';
import { writeWholeNow } from '../system/write-whole.js';
import { dirname, join, posix } from 'node:path';
import { hasErrors, type Finding } from '../findings/finding.js';
import type { LibraryElement } from '../library/library-element.js';
import type { Contract, Trait } from '../contract/model.js';
import type { ViewTree } from '../view/view-tree.js';
import { OWN_FOLDER } from '../library/own-folder.js';
import { authorDeclaration, SHARED_DECLARATION, SHARED_TYPES } from './author-declarations.js';
import { viewModule, type ViewSource } from '../emit/types/view-module.js';
import { TYPES_FOLDER } from './types-folder.js';

/** What TypeScript looks at in a library, by paths from its root. */
export interface TypedProgram {
  /** Generated declarations and modules. */
  made: string[];
  /** Those of them that are modules of views. */
  views: string[];
  /** Behaviors in TypeScript. */
  behaviors: string[];
}

/** The program, and the text of its generated files by path. */
export interface TypeFiles {
  files: Map<string, string>;
  program: TypedProgram;
}

/** Several programs as one. */
export function joinPrograms(programs: readonly TypedProgram[]): TypedProgram {
  const all = (kind: keyof TypedProgram): string[] => programs.flatMap((one) => one[kind]);
  return { made: all('made'), views: all('views'), behaviors: all('behaviors') };
}

/**
 * The types of an element: a declaration of its contract and, where it can be read, a module for its view; undefined
 * for one that is not emitted, or whose contract has errors. `contracts` are those that its view may refer to, by tag.
 */
export function elementTypeFiles(
  element: LibraryElement,
  findings: readonly Finding[],
  contracts: ReadonlyMap<string, Contract>,
): TypeFiles | undefined {
  const { contract, folder, tree, behavior } = element;
  const isSound = (file: string): boolean => !hasErrors(findings.filter((finding) => finding.file === file));
  if (contract.implementation.kind !== 'view' || !isSound(contract.file)) return undefined;
  const shared = sharedModule(folder.folder);
  const declaration = authorDeclaration(contract, stateModule(element), shared, tree?.parts);
  const files = new Map([[declarationPath(contract.file), declaration]]);
  const views: string[] = [];
  const behaviors: string[] = [];
  // Types of what could not be read would only say so once more.
  if (behavior?.isWhole === false) return { files, program: { made: [...files.keys()], views, behaviors } };
  if (folder.behavior && TYPESCRIPT.test(folder.behavior.file)) behaviors.push(folder.behavior.file);
  if (tree) {
    const path = `${TYPES_FOLDER}/${tree.file}.ts`;
    files.set(path, viewModule(viewSource(element, tree), contracts, shared).code);
    views.push(path);
  }
  return { files, program: { made: [...files.keys()], views, behaviors } };
}

/** The types of traits that do something: a declaration for each, and its behavior to be checked. */
export function traitTypeFiles(traits: Iterable<Trait>): TypeFiles {
  const files = new Map<string, string>();
  const behaviors: string[] = [];
  for (const trait of traits) {
    if (!trait.behavior) continue;
    const shared = sharedModule(posix.dirname(trait.file));
    files.set(declarationPath(trait.file), authorDeclaration(asContract(trait), undefined, shared));
    if (TYPESCRIPT.test(trait.behavior.file)) behaviors.push(trait.behavior.file);
  }
  return { files, program: { made: [...files.keys()], views: [], behaviors } };
}

const TYPESCRIPT = /\.m?ts$/;

/** What the module of an element's view is made from. */
export function viewSource({ contract, behavior, folder }: LibraryElement, tree: ViewTree): ViewSource {
  return { contract, tree, behavior, folder: folder.folder, behaviorFile: folder.behavior?.file };
}

/** A trait as a contract that has nothing else. */
function asContract(trait: Trait): Contract {
  return {
    ...trait,
    tag: `any element with the trait ${trait.name}`,
    className: '',
    summary: undefined,
    description: undefined,
    status: undefined,
    deprecated: undefined,
    slots: [],
    parts: [],
    encapsulation: 'open',
    passthrough: undefined,
    traits: [],
    form: undefined,
    variants: [],
    implementation: { kind: 'view' },
    strictPolicy: undefined,
    server: false,
    locate: () => ({ line: 1, column: 1 }),
  };
}

/** Where the types of an element in this folder import from what all elements share. */
export function sharedModule(folder: string): string {
  return '../'.repeat(folder.split('/').length) + SHARED_TYPES.replace(/\.d\.ts$/, '');
}

/** `x.contract.yaml` is declared by `x.contract.d.yaml.ts`. */
function declarationPath(contractFile: string): string {
  return `${TYPES_FOLDER}/${contractFile.replace(/\.(\w+)$/, '.d.$1.ts')}`;
}

function stateModule({ behavior, folder }: LibraryElement): string | undefined {
  if (!behavior?.exports.has('state') || !folder.behavior) return undefined;
  return `./${folder.behavior.file
    .split('/')
    .pop()!
    .replace(/\.m?[tj]s$/, '')}`;
}

/**
 * The configuration with which generated and written code is checked together. Its files are sorted: threads find them
 * in no certain order, and another configuration would be another program.
 */
function typesConfig(root: string, { made, behaviors }: TypedProgram): string {
  const own = existsSync(join(root, 'tsconfig.json'));
  const up = '../../';
  const config = {
    ...(own ? { extends: `${up}tsconfig.json` } : {}),
    compilerOptions: {
      ...(own
        ? {}
        : {
            strict: true,
            noImplicitAny: false,
            target: 'ES2022',
            lib: ['ES2023', 'DOM', 'DOM.Iterable'],
            types: [],
          }),
      module: 'ESNext',
      moduleResolution: 'Bundler',
      allowArbitraryExtensions: true,
      allowImportingTsExtensions: true,
      allowJs: true,
      checkJs: false,
      skipLibCheck: true,
      noEmit: true,
      incremental: true,
      tsBuildInfoFile: './tsconfig.tsbuildinfo',
      composite: false,
      noUnusedLocals: false,
      noUnusedParameters: false,
      rootDirs: [up, '.'],
    },
    files: [
      `./${SHARED_TYPES}`,
      ...made.toSorted().map((path) => `./${path.slice(TYPES_FOLDER.length + 1)}`),
      ...behaviors.toSorted().map((path) => up + path),
    ],
    include: [],
  };
  return `${JSON.stringify(config, null, 2)}\n`;
}

/**
 * Writes what belongs to a program as a whole: what all elements share, and the configuration that names its files.
 * Tells whether there was one before.
 */
export function writeProgram(root: string, program: TypedProgram): boolean {
  const before = existsSync(join(root, TYPES_FOLDER, 'tsconfig.json'));
  refuseLinks(root, TYPES_FOLDER, new Set());
  if (before) removeOthers(root, new Set(program.made));
  writeTypeFiles(
    root,
    new Map([
      [`${OWN_FOLDER}/.gitignore`, '*\n'],
      [`${TYPES_FOLDER}/${SHARED_TYPES}`, SHARED_DECLARATION],
      [`${TYPES_FOLDER}/tsconfig.json`, typesConfig(root, program)],
    ]),
  );
  return before;
}

/** Removes generated files of elements that are gone, with their folders. */
function removeOthers(root: string, made: ReadonlySet<string>): void {
  const visit = (path: string): boolean => {
    let left = false;
    for (const entry of readdirSync(join(root, path), { withFileTypes: true })) {
      const inner = `${path}/${entry.name}`;
      if (entry.isDirectory()) left = visit(inner) || left;
      else if (path === TYPES_FOLDER || made.has(inner) || !entry.name.endsWith('.ts')) left = true;
      else rmSync(join(root, inner), { force: true });
    }
    if (!left) rmSync(join(root, path), { recursive: true, force: true });
    return left;
  };
  visit(TYPES_FOLDER);
}

/** Refuses a folder that is reached by a link: what is written there would land elsewhere. */
function refuseLinks(root: string, folder: string, known: Set<string>): void {
  if (folder === '.' || known.has(folder)) return;
  refuseLinks(root, posix.dirname(folder), known);
  known.add(folder);
  if (!lstatSync(join(root, folder), { throwIfNoEntry: false })?.isSymbolicLink()) return;
  throw new UsageError(
    `${folder} is a link, and what Lastwright writes there would land elsewhere.`,
    'Remove the link.',
  );
}

/**
 * Writes generated files below a library's root; those that are the same already stay as they are. Thousands of
 * small files are written faster one after the other.
 */
export function writeTypeFiles(root: string, files: ReadonlyMap<string, string>): void {
  /** Folders that were looked at; true for those that are new, where no file can be the same already. */
  const folders = new Map<string, boolean>();
  const known = new Set<string>();
  for (const [path, text] of files) {
    refuseLinks(root, posix.dirname(path), known);
    const target = join(root, path);
    const folder = dirname(target);
    const isNew = folders.get(folder) ?? !existsSync(folder);
    if (isNew && !folders.has(folder)) mkdirSync(folder, { recursive: true });
    folders.set(folder, isNew);
    if (!isNew && readIfThere(target) === text) continue;
    writeWholeNow(target, text);
  }
}

function readIfThere(path: string): string | undefined {
  try {
    return readFileSync(path, 'utf8');
  } catch {
    return undefined;
  }
}
