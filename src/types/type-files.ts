import { existsSync } from 'node:fs';
import { mkdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { dirname, join, posix } from 'node:path';
import type { Analysis, Element } from '../check/analyze.js';
import type { Segment } from '../view/mapped-code.js';
import { authorDeclaration } from './author-declarations.js';
import { viewModule } from './view-module.js';

/** The tool's own folder in a library; it ignores itself in git. */
export const OWN_FOLDER = '.lastwright';

/** Where generated types lie, relative to the library's root; `rootDirs` of a tsconfig lead here. */
export const TYPES_FOLDER = `${OWN_FOLDER}/types`;

/** Generated files by their path from the library's root. */
export interface TypeFiles {
  files: Map<string, string>;
  /** Where the pieces of each view's module come from, by that module's path. */
  views: Map<string, Segment[]>;
  /** Behaviors in TypeScript. */
  behaviors: string[];
}

/** The types of a library: a declaration for each contract and, where nothing is broken, a module for each view. */
export function typeFiles({ elements, findings }: Analysis): TypeFiles {
  const broken = new Set(
    findings.filter(({ severity }) => severity === 'error').map(({ file }) => posix.dirname(file)),
  );
  const contracts = new Map(elements.map(({ contract }) => [contract.tag, contract]));
  const made: TypeFiles = { files: new Map(), views: new Map(), behaviors: [] };
  for (const element of elements) {
    const { contract, folder, plan } = element;
    if (contract.wraps !== undefined) continue;
    made.files.set(declarationPath(contract.file), authorDeclaration(contract, stateModule(element)));
    if (broken.has(folder.folder)) continue;
    if (folder.behavior && /\.m?ts$/.test(folder.behavior.file)) made.behaviors.push(folder.behavior.file);
    if (!plan) continue;
    const path = `${TYPES_FOLDER}/${plan.file}.ts`;
    const { code, segments } = viewModule(element, contracts);
    made.files.set(path, code);
    made.views.set(path, segments);
  }
  return made;
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

/** Writes the generated types of a library; files that are the same already stay as they are. */
export async function writeTypes(root: string, made: TypeFiles): Promise<void> {
  const all = new Map(made.files);
  all.set(`${OWN_FOLDER}/.gitignore`, '*\n');
  all.set(`${TYPES_FOLDER}/tsconfig.json`, typesConfig(root, made));
  await Promise.all([...all].map(([path, text]) => writeChanged(join(root, path), text)));
}

async function writeChanged(path: string, text: string): Promise<void> {
  if ((await readFile(path, 'utf8').catch(() => undefined)) === text) return;
  await mkdir(dirname(path), { recursive: true });
  const fresh = `${path}.${process.pid}.new`;
  try {
    await writeFile(fresh, text);
    await rename(fresh, path);
  } finally {
    await rm(fresh, { force: true });
  }
}
