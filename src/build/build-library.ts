import type { Analysis, LibraryElement } from '../library/library-element.js';
import { wrappedFramework } from '../components/index.js';
import { componentOf, isEmitted } from '../contract/implementation.js';
import { hasErrors, type Finding } from '../findings/finding.js';
import { quoted } from '../syntax/literal.js';
import { Bundler } from './bundle.js';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { takesOverOf } from '../emit/browser/element.js';
import { SERVER_FOLDER, serverDeclaration } from './server-package.js';
import { packageDocuments } from './package-documents.js';
import { contractDeclarations } from '../frameworks/declarations.js';
import type { Contract } from '../contract/model.js';
import type { Library } from '../library/open-library.js';
import { toolFile } from '../system/tool-files.js';
import { DEVELOPMENT, developmentIndex, developmentModules } from './development.js';
import { classDeclaration, elementDeclaration } from './declarations.js';
import { elementManifest } from './element-manifest.js';
import {
  bundleName,
  declaringFrameworks,
  elementModule,
  FRAMEWORK_ENTRIES,
  packageManifest,
} from './package-manifest.js';

/** A package in memory: its files by path, or the findings that stand in the way. */
export interface BuiltPackage {
  files: Map<string, string | Uint8Array>;
  findings: Finding[];
  /**
   * What it was made from beside the files of the library that were read before: files and folders, by absolute paths.
   * Undefined where that is not known.
   */
  inputs: readonly string[] | undefined;
}

/**
 * Makes the package of an analyzed library, in memory; nothing is written. With errors among the findings
 * there are no files.
 */
export async function buildLibrary(analysis: Analysis): Promise<BuiltPackage> {
  const builder = new PackageBuilder();
  try {
    return await builder.build(analysis);
  } finally {
    await builder.close();
  }
}

/** Makes packages, one after the other; what was made of an element is kept while the element is the same object. */
export class PackageBuilder {
  readonly #bundler: Bundler;
  readonly #ownFiles = new WeakMap<LibraryElement, OwnFiles>();

  /** With `remembers`, parts of what an earlier process made are taken from the tool's cache, and kept there for the next. */
  constructor({ remembers = false } = {}) {
    this.#bundler = new Bundler(remembers);
  }

  /** The same as `buildLibrary`. */
  async build({ library, elements, styles, findings }: Analysis): Promise<BuiltPackage> {
    if (hasErrors(findings)) return { files: new Map(), findings, inputs: [] };
    const bundled = await this.#bundler.bundle(library, elements, styles);
    if (hasErrors(bundled.findings))
      return { files: new Map(), findings: [...findings, ...bundled.findings], inputs: [] };
    const files = new Map(bundled.files);
    const contracts = elements.map(({ contract }) => contract);
    const emitted = new Set(contracts.filter(isEmitted).map(({ tag }) => tag));
    for (const element of elements)
      for (const [path, text] of this.#filesOf(element, emitted)) files.set(path, text);
    const index = contracts.map(({ tag }) => `export * from './elements/${tag}.js';\n`).join('');
    files.set(`${DEVELOPMENT}/index.js`, developmentIndex([...emitted]));
    files.set(`${DEVELOPMENT}/inspect.js`, await readFile(toolFile('runtime/inspect.js'), 'utf8'));
    files.set('classes/index.js', index.replaceAll('./elements/', './'));
    files.set('classes/index.d.ts', index.replaceAll('./elements/', './'));
    files.set(bundleName(library).replace(/\.js$/, '.d.ts'), bundleDeclaration(contracts));
    const documents = await packageDocuments(library.root);
    for (const [path, content] of documents) files.set(path, content);
    files.set('index.js', index);
    files.set('index.d.ts', index);
    for (const [path, text] of frameworkDeclarations(library, contracts)) files.set(path, text);
    if (contracts.some(takesOverOf)) {
      const promised = contracts.filter(({ server }) => server);
      files.set(`${SERVER_FOLDER}/index.d.ts`, serverDeclaration(promised));
    }
    files.set('custom-elements.json', elementManifest(contracts));
    files.set('package.json', packageManifest(library, contracts, bundled.shared));
    return {
      files: new Map([...files].sort(([a], [b]) => (a < b ? -1 : 1))),
      findings: [...findings, ...bundled.findings],
      inputs: [...bundled.inputs, ...[...documents.keys()].map((name) => join(library.root, name))],
    };
  }

  /** Ends the processes that stand ready for the next package. */
  async close(): Promise<void> {
    await this.#bundler.close();
  }

  /** Modules and declarations of one element, beside the class itself. */
  #filesOf(element: LibraryElement, emitted: ReadonlySet<string>): OwnFiles['files'] {
    const own = ownElements(element, emitted);
    const uses = own.join(' ');
    const known = this.#ownFiles.get(element);
    if (known?.uses === uses) return known.files;
    const { contract } = element;
    const { tag } = contract;
    const files: OwnFiles['files'] = [
      [`classes/${tag}.d.ts`, classDeclaration(element)],
      [elementModule(tag), registeringModule(element)],
      [`elements/${tag}.d.ts`, elementDeclaration(contract)],
      ...(isEmitted(contract) ? developmentModules(contract, own) : []),
    ];
    this.#ownFiles.set(element, { uses, files });
    return files;
  }
}

/** What is made of one element alone, and of the tags that its view uses. */
interface OwnFiles {
  uses: string;
  files: [path: string, text: string][];
}

/** What the script that registers everything declares: the elements, and no exports. */
function bundleDeclaration(contracts: readonly Contract[]): string {
  return `${contracts.map(({ tag }) => `import './elements/${tag}.js';\n`).join('')}export {};\n`;
}

/** What the package declares for the frameworks that the library promises, each in an entry of its own. */
function frameworkDeclarations(
  library: Library,
  contracts: readonly Contract[],
): [path: string, text: string][] {
  const declaring = declaringFrameworks(library);
  if (declaring.length === 0 || contracts.length === 0) return [];
  return [
    [`${FRAMEWORK_ENTRIES}/contract.d.ts`, contractDeclarations(contracts)],
    [`${FRAMEWORK_ENTRIES}/none.js`, 'export {};\n'],
    ...declaring.flatMap(({ name, declarations, declaredCode }): [string, string][] => [
      [`${FRAMEWORK_ENTRIES}/${name}.d.ts`, declarations!(contracts)],
      ...(declaredCode
        ? [[`${FRAMEWORK_ENTRIES}/${name}.js`, declaredCode(contracts)] as [string, string]]
        : []),
    ]),
  ];
}

/** Tags of elements that an element's view uses, and that are made from views themselves. */
export function ownElements({ contract, tree }: LibraryElement, emitted: ReadonlySet<string>): string[] {
  return [...(tree?.uses ?? [])].filter((tag) => tag !== contract.tag && emitted.has(tag));
}

/** The module that registers an element, after those that its view uses. */
export function registeringModule({ contract, tree }: LibraryElement): string {
  const { tag, className } = contract;
  const component = componentOf(contract);
  const uses = [...(tree?.uses ?? [])].filter((other) => other !== tag);
  return [
    ...(component?.shared
      ? [
          `// <${tag}> needs ${wrappedFramework(component.framework).title}, which the application brings along.`,
        ]
      : []),
    `import { define } from '../shared/runtime.js';`,
    `import { ${className} } from '../classes/${tag}.js';`,
    ...uses.map((other) => `import ${quoted(`./${other}.js`)};`),
    '',
    `define(${quoted(tag)}, ${className});`,
    '',
    `export { ${className} };`,
    '',
  ].join('\n');
}
