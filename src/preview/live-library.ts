import { relative } from 'node:path';
import { watchFiles, type Watching } from '../analysis/watch-files.js';
import type { CheckedLibrary, Workspace } from '../analysis/workspace.js';
import { isEmitted } from '../contract/implementation.js';
import type { Finding } from '../findings/finding.js';
import { inReadingOrder } from '../findings/finding.js';
import type { Analysis, LibraryElement } from '../library/library-element.js';
import { slashed, type ElementFolder } from '../library/open-library.js';
import { factsOf } from '../verify/facts.js';
import type { ElementFacts } from '../verify/facet.js';
import { FrameworkCells } from './framework-cells.js';
import { LivePackage } from './live-package.js';
import type { LiveChange } from './shapes.js';
import { WholeModules } from './whole-module.js';

/** So long after the last save types are checked. */
const CALM = 1000;

/** A library that is worked on: what is known of it after each save, and what pages show of it. */
export class LiveLibrary {
  readonly package: LivePackage;
  readonly whole: WholeModules;
  readonly cells: FrameworkCells;
  readonly #listeners = new Set<(change: LiveChange) => void>();
  #analysis!: Analysis;
  #byTag: ReadonlyMap<string, LibraryElement> = new Map();
  /** Elements whose contract cannot be read now. */
  #unread: ReadonlySet<LibraryElement> = new Set();
  /** Findings of the types, which take longer. */
  #typed: CheckedLibrary | undefined;
  readonly #facts = new WeakMap<LibraryElement, ElementFacts>();
  #watching: Watching | undefined;
  #timer: NodeJS.Timeout | undefined;
  #unreadable: string | undefined;

  private constructor(readonly workspace: Workspace) {
    const { root } = workspace.library;
    this.package = new LivePackage(root);
    this.whole = new WholeModules(this.package);
    this.#look();
    this.cells = new FrameworkCells(root, this.tags);
  }

  /** The same, once the components that elements wrap are there too. */
  static async open(workspace: Workspace): Promise<LiveLibrary> {
    const live = new LiveLibrary(workspace);
    await live.package.bundleComponents(workspace.library);
    return live;
  }

  /** Watches its files until it is ended. */
  async watch(): Promise<void> {
    this.#watching = await watchFiles(this.workspace.library, (paths, again) => this.#saved(paths, again));
    this.#checkLater();
  }

  async end(): Promise<void> {
    clearTimeout(this.#timer);
    // What is being done for a save may still open what stands ready for the next one.
    await this.#watching?.end();
    await this.package.end();
  }

  /** Hears of changes until the function that is given back is called. */
  listen(listener: (change: LiveChange) => void): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  get analysis(): Analysis {
    return this.#analysis;
  }

  get unreadable(): string | undefined {
    return this.#unreadable;
  }

  get tags(): string[] {
    return [...this.#byTag.keys()];
  }

  get elements(): LibraryElement[] {
    return [...this.#byTag.values()];
  }

  /** An element as it is on disk: what is said of it. */
  element(tag: string): LibraryElement | undefined {
    return this.#byTag.get(tag);
  }

  /** What is known of an element as cells show it: of its last good version. */
  facts(tag: string): ElementFacts | undefined {
    const element = this.package.element(tag);
    if (!element) return undefined;
    const known = this.#facts.get(element) ?? factsOf(element, this.workspace.library, new Set(this.tags));
    this.#facts.set(element, known);
    return known;
  }

  /** Everything that is wrong: what the tool sees itself, and what TypeScript saw when it looked last. */
  get findings(): Finding[] {
    return this.#typed?.findings ?? this.#analysis.findings;
  }

  /** What concerns one element: its own files, and what stands in the way of its modules. */
  findingsOf(tag: string): Finding[] {
    const element = this.element(tag);
    if (!element) return [];
    const { folder } = element.folder;
    const own = this.findings.filter(({ file }) => file.startsWith(`${folder}/`));
    // What cannot be parsed was told of by whoever reads it first.
    const wrong = new Set(own.flatMap(({ severity, file }) => (severity === 'error' ? [file] : [])));
    return inReadingOrder([...own, ...this.package.findingsOf(tag).filter(({ file }) => !wrong.has(file))]);
  }

  isBroken(tag: string): boolean {
    const element = this.element(tag);
    // One that cannot be read is what it was, and still not what is on disk.
    return element !== undefined && (this.#unread.has(element) || this.package.element(tag) !== element);
  }

  /** What is not told of any one element: configuration, traits, styles, contracts that cannot be read. */
  get otherFindings(): Finding[] {
    const folders = [...this.#byTag.values()].map(({ folder }) => `${folder.folder}/`);
    return this.findings.filter(({ file }) => !folders.some((folder) => file.startsWith(folder)));
  }

  #look(): void {
    this.#analysis = this.workspace.analysis();
    const elements = this.#withUnreadable();
    this.#byTag = new Map(elements.map((element) => [element.contract.tag, element]));
    this.#typed = undefined;
    this.whole.forget();
    const wrong = new Set(
      this.#analysis.findings.flatMap(({ severity, file }) => (severity === 'error' ? [file] : [])),
    );
    const broken = elements.filter((element) => isBroken(element, wrong));
    this.package.take({ ...this.#analysis, elements }, new Set(broken));
  }

  /** All elements; one whose contract cannot be read now is there as it was. */
  #withUnreadable(): LibraryElement[] {
    const { elements, library } = this.#analysis;
    const read = new Set(elements.map(({ folder }) => folder.folder));
    const folders = new Set(library.elements.map(({ folder }) => folder));
    const unreadable = [...this.#byTag.values()].filter(
      ({ folder: { folder } }) => folders.has(folder) && !read.has(folder),
    );
    this.#unread = new Set(unreadable);
    return [...elements, ...unreadable];
  }

  /** Reads what was saved, and tells of what it touches. */
  async #saved(paths: readonly string[], again: boolean): Promise<void> {
    const { root } = this.workspace.library;
    const before = new Map(this.tags.map((tag) => [tag, this.package.element(tag)]));
    const foldersBefore = new Map(
      this.#analysis.elements.map((one) => [one.folder.folder, one.contract.tag]),
    );
    const stylesBefore = this.package.libraryCss.join();
    const unreadableBefore = this.#unreadable;
    const files = new Set(paths.map((path) => slashed(relative(root, path))));
    const [anew, modules] = await Promise.all([this.#update(paths), this.package.sources.update([...files])]);
    const components = again ? [] : await this.package.bundleComponents(this.workspace.library, files);
    const nothing = !modules && components.length === 0;
    if (anew.length === 0 && this.#unreadable === unreadableBefore && (again || nothing)) return;
    this.#look();
    if (anew.length > 0) await this.package.bundleComponents(this.workspace.library);
    this.cells.retag(this.tags);
    const now = new Map(this.tags.map((tag) => [tag, this.package.element(tag)]));
    const changed = this.tags.filter((tag) => now.get(tag) !== before.get(tag));
    const restyled =
      stylesBefore === this.package.libraryCss.join()
        ? changed.flatMap((tag) => this.#restyle(tag, before.get(tag)))
        : [];
    const styled = new Set(restyled.map(({ tag }) => tag));
    const code = new Set(changed.filter((tag) => !styled.has(tag)));
    const renewed = this.tags.filter((tag) => {
      const leads = this.package.entriesOf(tag).some((entry) => this.package.sources.leadsTo(entry, files));
      return leads || this.#uses(tag).some((used) => code.has(used) || components.includes(used));
    });
    this.whole.prepare(renewed);
    this.#tell({
      renewed,
      described: changed.filter((tag) => !sameWords(now.get(tag), before.get(tag))),
      restyled,
      renamed: this.#analysis.elements.flatMap(({ folder, contract }) => {
        const from = foldersBefore.get(folder.folder);
        return from === undefined || from === contract.tag ? [] : [{ from, to: contract.tag }];
      }),
    });
    this.#checkLater();
  }

  async #update(paths: readonly string[]): Promise<string[]> {
    try {
      const anew = await this.workspace.update(paths);
      this.#unreadable = undefined;
      return anew;
    } catch (error) {
      this.#unreadable = (error as Error).message;
      return [];
    }
  }

  #tell(change: Pick<LiveChange, 'renewed' | 'described' | 'restyled' | 'renamed'>): void {
    const whole: LiveChange = {
      at: Date.now(),
      ...change,
      tags: this.tags,
      broken: this.#broken(),
      ...(this.#unreadable === undefined ? {} : { unreadable: this.#unreadable }),
    };
    for (const listener of this.#listeners) listener(whole);
  }

  #broken(): string[] {
    return this.tags.filter((tag) => this.isBroken(tag));
  }

  /** The style of an element of which nothing else has changed, if its root can take it in place. */
  #restyle(tag: string, before: LibraryElement | undefined): LiveChange['restyled'] {
    const now = this.package.element(tag);
    if (!now || !before || !onlyStyleDiffers(now.folder, before.folder)) return [];
    if (now.contract.encapsulation === 'none' || !now.css || !before.css) return [];
    const style = this.package.styleOf(tag);
    return style && style.documentCss === '' ? [{ tag, css: style.css }] : [];
  }

  /** An element and all that its view uses, and theirs. */
  #uses(tag: string): string[] {
    const used = new Set([tag]);
    for (const one of used) for (const other of this.package.element(one)?.tree?.uses ?? []) used.add(other);
    return [...used];
  }

  /** Types are checked when nobody saves: they take longer than a person wants to wait for a picture. */
  #checkLater(): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => {
      const asked = this.#analysis;
      void this.workspace
        .check(true, undefined, true)
        .catch(() => undefined)
        .then((checked) => {
          // What was saved meanwhile is looked at after it.
          if (!checked || asked !== this.#analysis) return;
          this.#typed = checked;
          this.#tell({ renewed: [], described: this.tags, restyled: [], renamed: [] });
        });
    }, CALM);
    this.#timer.unref();
  }
}

/** True for an element that cannot be built, for the errors in its own files. */
function isBroken({ folder, contract, tree }: LibraryElement, wrong: ReadonlySet<string>): boolean {
  if (isEmitted(contract) && !tree) return true;
  const files = [folder.contract, folder.view, folder.behavior, folder.style].flatMap(
    (one) => one?.file ?? [],
  );
  return files.some((file) => wrong.has(file));
}

function onlyStyleDiffers(now: ElementFolder, before: ElementFolder): boolean {
  const rest = (folder: ElementFolder): string => JSON.stringify({ ...folder, style: undefined });
  return rest(now) === rest(before);
}

/** True if what is said of an element is the same: its contract and its samples. */
function sameWords(now: LibraryElement | undefined, before: LibraryElement | undefined): boolean {
  return (
    JSON.stringify([now?.contract, now?.samples]) === JSON.stringify([before?.contract, before?.samples])
  );
}
