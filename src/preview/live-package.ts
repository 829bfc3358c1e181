import { realpathSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { dirname, relative } from 'node:path';
import { ownElements, registeringModule } from '../build/build-library.js';
import { toFinding, wrappedClass } from '../build/bundle.js';
import { DEVELOPMENT, developmentModules } from '../build/development.js';
import {
  emitShipped,
  shipElement,
  shipLibraryStyles,
  stylesModule,
  type LibraryStyles,
} from '../build/shipped.js';
import { ComponentBundler, packagePath, type BundledComponents } from '../build/bundle-components.js';
import { componentOf, isEmitted, type Implementation } from '../contract/implementation.js';
import { slashed, type Library } from '../library/open-library.js';
import type { Finding } from '../findings/finding.js';
import type { Analysis, LibraryElement } from '../library/library-element.js';
import { quoted } from '../syntax/literal.js';
import { toolFile } from '../system/tool-files.js';
import { moduleBeside, SourceModules } from './source-modules.js';

/** An element's class as pages load it. */
interface LiveClass {
  code: string;
  findings: Finding[];
  /** The style in its root, and what belongs to the document. */
  css: string;
  documentCss: string;
  /** The style of its component that it was made with. */
  componentCss: string;
}

/**
 * A library's package as pages load it while its files are worked on: the same modules at the same paths as `build` writes, each
 * made when somebody asks for it. Of an element that has mistakes the last good version stays.
 */
export class LivePackage {
  readonly sources: SourceModules;
  /** The last good version of each element, by tag. */
  readonly #good = new Map<string, LibraryElement>();
  #emitted = new Set<string>();
  readonly #bundler = new ComponentBundler();
  #components: BundledComponents | undefined;
  #componentFiles: ReadonlyMap<string, string> = new Map();
  #componentFindings: Finding[] = [];
  /** Elements whose components were put together last, as they were then. */
  #componentElements: readonly LibraryElement[] | undefined;
  /** Folders of the library, by their paths, in which files lie that components were made from. */
  #componentFolders: ReadonlySet<string> = new Set();
  #styles: LibraryStyles = { sheets: [], css: '' };
  #stylesOf = '';
  readonly #classes = new WeakMap<LibraryElement, LiveClass>();

  constructor(readonly root: string) {
    this.sources = new SourceModules(root);
  }

  /** Takes what is known of a library now; `broken` are elements with errors, which stay as they were. */
  take({ elements, styles }: Analysis, broken: ReadonlySet<LibraryElement>): void {
    const now = JSON.stringify(styles);
    if (now !== this.#stylesOf) {
      this.#stylesOf = now;
      this.#styles = shipLibraryStyles(styles, this.root, []);
    }
    // One that is gone stays: half of its files may be there, and the others in a moment.
    for (const element of elements) if (!broken.has(element)) this.#good.set(element.contract.tag, element);
    this.#emitted = new Set(
      [...this.#good.values()]
        .filter(({ contract }) => isEmitted(contract))
        .map(({ contract }) => contract.tag),
    );
  }

  /**
   * Puts the components together that elements wrap, if some do; those that have mistakes stay as they were. Gives the
   * tags whose components were made from one of these files.
   */
  async bundleComponents(library: Library, files: ReadonlySet<string> = new Set()): Promise<string[]> {
    const elements = [...this.#good.values()].filter(({ contract }) => componentOf(contract));
    if (elements.length === 0 || !this.#concernsComponents(elements, files)) return [];
    const before = this.#components?.sources ?? new Map<string, string[]>();
    const bundled = await this.#bundler.bundle(library, elements, true);
    await bundled.written;
    this.#componentElements = elements;
    this.#componentFindings = [
      ...bundled.findings,
      ...bundled.messages.map((message) => toFinding(message, library)),
    ];
    if (this.#componentFindings.length === 0) {
      this.#components = bundled;
      const roots = [library.root, realpathSync(library.root)];
      this.#componentFolders = new Set(
        bundled.inputs.flatMap((path) => roots.map((root) => dirname(slashed(relative(root, path))))),
      );
      this.#componentFiles = new Map(
        bundled.files.map(
          (file) => [packagePath(file, library.root), new TextDecoder().decode(file.contents)] as const,
        ),
      );
    }
    const now = this.#components?.sources ?? new Map<string, string[]>();
    return [...now].flatMap(([tag, own]) =>
      [...own, ...(before.get(tag) ?? [])].some((file) => files.has(file)) ? [tag] : [],
    );
  }

  /**
   * Whether components may be other than they were: one of these files can be what they are made from, or be found before one
   * that is, or say how they are compiled. A file of an element that wraps none is neither, if it lies beside none of theirs.
   */
  #concernsComponents(elements: readonly LibraryElement[], files: ReadonlySet<string>): boolean {
    const last = this.#componentElements;
    const isSame = last?.length === elements.length && elements.every((one, place) => one === last[place]);
    if (!isSame || this.#componentFindings.length > 0) return true;
    const apart = [...this.#good.values()].filter(({ contract }) => !componentOf(contract));
    return [...files].some(
      (file) =>
        this.#componentFolders.has(dirname(file)) ||
        !apart.some(({ folder }) => file.startsWith(`${folder.folder}/`)),
    );
  }

  /** Ends what stands ready. */
  async end(): Promise<void> {
    await this.#bundler.close();
  }

  /** The element as cells show it: the last good version. */
  element(tag: string): LibraryElement | undefined {
    return this.#good.get(tag);
  }

  /** The library's own styles, in the order in which elements adopt them, before their own. */
  get libraryCss(): string[] {
    return this.#styles.sheets.map(({ inside }) => inside);
  }

  /** The element's own style as its root has it, and what of it belongs to the document. */
  styleOf(tag: string): { css: string; documentCss: string } | undefined {
    const element = this.#good.get(tag);
    return element && isEmitted(element.contract) ? this.#class(element) : undefined;
  }

  /** What only shows when an element's modules are made. */
  findingsOf(tag: string): Finding[] {
    const element = this.#good.get(tag);
    if (!element) return [];
    const own = isEmitted(element.contract) ? this.#class(element).findings : [];
    if (componentOf(element.contract)) return [...own, ...this.#componentFindings];
    return [...own, ...this.entriesOf(tag).flatMap((entry) => this.sources.problemsOf(entry))];
  }

  /** Modules that an element's author wrote for it, by their paths. */
  entriesOf(tag: string): string[] {
    const element = this.#good.get(tag);
    if (!element) return [];
    const { contract, folder, traits } = element;
    if (componentOf(contract)) return [];
    if (!isEmitted(contract)) return [wrappedModule(contract.file, contract.implementation)];
    return [
      ...(folder.behavior ? [folder.behavior.file] : []),
      ...traits.map(({ behavior }) => behavior.file),
    ];
  }

  /** A module by its path in the package; undefined if there is none. */
  async module(path: string): Promise<string | undefined> {
    const [folder, file = ''] = path.split('/') as [string, string?];
    const ofComponents = this.#componentFiles.get(path);
    if (ofComponents !== undefined) return ofComponents;
    const name = file.replace(/\.js$/, '');
    switch (folder) {
      case 'use':
        return this.#use(name);
      case 'shared':
        return this.#shared(name);
      case 'elements': {
        const element = this.#good.get(name);
        return element && registeringModule(element);
      }
      case 'classes':
        return this.#classModule(name);
      case DEVELOPMENT:
        return this.#development(path, name);
      case 'behaviors': {
        const file = this.#good.get(name)?.folder.behavior?.file;
        return file === undefined ? undefined : this.#passOn(file);
      }
      case 'traits': {
        const all = [...this.#good.values()].flatMap(({ traits }) => traits);
        const file = all.find(({ trait }) => trait === name)?.behavior.file;
        return file === undefined ? undefined : this.#passOn(file);
      }
      default:
        return undefined;
    }
  }

  /** What a consumer imports to use an element: the one that warns, if there is one. */
  #use(tag: string): string | undefined {
    if (!this.#good.has(tag)) return undefined;
    return `export * from ${quoted(`/package/${this.#emitted.has(tag) ? DEVELOPMENT : 'elements'}/${tag}.js`)};\n`;
  }

  async #shared(name: string): Promise<string | undefined> {
    if (name === 'runtime') return readFile(toolFile('runtime.js'), 'utf8');
    if (name === 'passthrough') return `export * from './runtime.js';\n`;
    return name === 'styles' ? stylesModule(this.#styles, './runtime.js').code : undefined;
  }

  #classModule(tag: string): string | undefined {
    const element = this.#good.get(tag);
    if (!element) return undefined;
    const { contract } = element;
    if (isEmitted(contract)) return this.#class(element).code;
    const own = wrappedModule(contract.file, contract.implementation);
    return wrappedClass(contract, this.sources.address(own));
  }

  async #development(path: string, name: string): Promise<string | undefined> {
    if (name === 'inspect') return readFile(toolFile('runtime/inspect.js'), 'utf8');
    const element = this.#good.get(name.replace(/\.class$/, ''));
    if (!element || !this.#emitted.has(element.contract.tag)) return undefined;
    const modules = developmentModules(element.contract, ownElements(element, this.#emitted));
    return new Map(modules).get(path);
  }

  #passOn(file: string): string {
    return `export * from ${quoted(this.sources.address(file))};\n`;
  }

  #class(element: LibraryElement): LiveClass {
    const componentCss = this.#components?.css.get(element.contract.tag) ?? '';
    const known = this.#classes.get(element);
    if (known?.componentCss === componentCss) return known;
    const findings: Finding[] = [];
    const shipped = shipElement(element, this.#styles, this.root, findings, componentCss);
    const { code, map } = emitShipped(shipped, this.#styles.sheets.length > 0);
    const encoded = Buffer.from(JSON.stringify({ ...map, sourceRoot: '/' })).toString('base64');
    const made = {
      code: `${code}//# sourceMappingURL=data:application/json;base64,${encoded}\n`,
      findings,
      css: shipped.css,
      documentCss: shipped.documentCss,
      componentCss,
    };
    this.#classes.set(element, made);
    return made;
  }
}

function wrappedModule(file: string, implementation: Implementation): string {
  const { module } = implementation as Extract<Implementation, { kind: 'class' }>;
  return module.startsWith('.') ? moduleBeside(file, module) : `node_modules/${module}`;
}
