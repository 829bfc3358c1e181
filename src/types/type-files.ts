import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname, join, posix } from 'node:path';
import type { AnalyzedPart, Element } from '../check/analyze.js';
import type { Contract, Trait } from '../contract/model.js';
import { authorDeclaration, SHARED_DECLARATION, SHARED_TYPES } from './author-declarations.js';
import { viewModule } from './view-module.js';

/** The tool's own folder in a library; it ignores itself in git. */
export const OWN_FOLDER = '.lastwright';

/** Where generated types lie, relative to the library's root; `rootDirs` of a tsconfig lead here. */
export const TYPES_FOLDER = `${OWN_FOLDER}/types`;

/** Generated files by their path from the library's root. */
export interface TypeFiles {
  files: Map<string, string>;
  /** Modules of views. */
  views: string[];
  /** Behaviors in TypeScript. */
  behaviors: string[];
}

/** The types of a library: a declaration for each contract and, where nothing is broken, a module for each view. */
export function typeFiles({ elements, findings, contracts }: AnalyzedPart): TypeFiles {
  const broken = new Set(
    findings.filter(({ severity }) => severity === 'error').map(({ file }) => posix.dirname(file)),
  );
  const made: TypeFiles = { files: new Map(), views: [], behaviors: [] };
  made.files.set(`${TYPES_FOLDER}/${SHARED_TYPES}`, SHARED_DECLARATION);
  for (const element of elements) {
    const { contract, folder, plan } = element;
    if (contract.wraps !== undefined) continue;
    const shared = sharedModule(folder.folder);
    made.files.set(declarationPath(contract.file), authorDeclaration(contract, stateModule(element), shared));
    if (broken.has(folder.folder)) continue;
    if (folder.behavior && /\.m?ts$/.test(folder.behavior.file)) made.behaviors.push(folder.behavior.file);
    if (!plan) continue;
    const path = `${TYPES_FOLDER}/${plan.file}.ts`;
    made.files.set(path, viewModule(element, contracts, shared).code);
    made.views.push(path);
  }
  return made;
}

/** Adds the types of traits that do something: a declaration for each, and its behavior to be checked. */
export function addTraitTypes(made: TypeFiles, traits: Iterable<Trait>): void {
  for (const trait of traits) {
    if (!trait.behavior) continue;
    const shared = sharedModule(posix.dirname(trait.file));
    made.files.set(declarationPath(trait.file), authorDeclaration(asContract(trait), undefined, shared));
    if (/\.m?ts$/.test(trait.behavior.file)) made.behaviors.push(trait.behavior.file);
  }
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
    wraps: undefined,
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

function stateModule({ behavior, folder }: Element): string | undefined {
  if (!behavior?.exports.has('state') || !folder.behavior) return undefined;
  return `./${folder.behavior.file
    .split('/')
    .pop()!
    .replace(/\.m?[tj]s$/, '')}`;
}

/** The configuration with which generated and written code is checked together. */
export function typesConfig(root: string, { files, behaviors }: TypeFiles): string {
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
      ...[...files.keys()].map((path) => `./${path.slice(TYPES_FOLDER.length + 1)}`),
      ...behaviors.map((path) => up + path),
    ],
    include: [],
  };
  return `${JSON.stringify(config, null, 2)}\n`;
}

/**
 * Writes the generated types of a library; files that are the same already stay as they are. Thousands of small
 * files are written faster one after the other.
 */
export function writeTypes(root: string, made: TypeFiles): void {
  const all = new Map(made.files);
  all.set(`${OWN_FOLDER}/.gitignore`, '*\n');
  all.set(`${TYPES_FOLDER}/tsconfig.json`, typesConfig(root, made));
  const folders = new Set<string>();
  for (const [path, text] of all) {
    const target = join(root, path);
    if (readIfThere(target) === text) continue;
    const folder = dirname(target);
    if (!folders.has(folder)) mkdirSync(folder, { recursive: true });
    folders.add(folder);
    const fresh = `${target}.${process.pid}.new`;
    writeFileSync(fresh, text);
    renameSync(fresh, target);
  }
}

function readIfThere(path: string): string | undefined {
  try {
    return readFileSync(path, 'utf8');
  } catch {
    return undefined;
  }
}
