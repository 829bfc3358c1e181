import { join, relative } from 'node:path';
import { componentOf } from '../contract/implementation.js';
import type { Contract } from '../contract/model.js';
import { inReadingOrder, locationOf, type Finding } from '../findings/finding.js';
import type { Analysis } from '../library/library-element.js';
import {
  openLibrary,
  readElementFolder,
  slashed,
  type ElementFolder,
  type Library,
} from '../library/open-library.js';
import { checkTypes } from '../types/check-types.js';
import { joinPrograms, writeTypeFiles, type TypedProgram } from '../types/type-files.js';
import type { CheckedComponents } from './check-components.js';
import { checkSlice } from './check-slice.js';
import { Contracts } from './contracts.js';
import { analyzeFrame, frameSource, type Frame } from './frame.js';
import { MANY, SecondThread } from './second-thread.js';
import { withSeverities } from './severity.js';
import { checkAcceptedTags, checkTags } from './tags.js';
import { mentionsOf, unitOf, unitTypes, type Unit } from './unit.js';

/** What a check of a whole library found. */
export interface CheckedLibrary {
  /** All findings, in reading order. */
  findings: Finding[];
  /** Why types were not checked, where they were to be. */
  unchecked: string | undefined;
  /** Files that were looked at for types, by absolute paths. */
  files: string[];
}

/**
 * A library that is open: what is known of it, worked out when somebody asks and kept until a file that it rests on has
 * changed. Every command, and programs too, get their findings and elements from here.
 */
export class Workspace {
  #library: Library;
  #frame: Frame;
  #contracts: Contracts;
  readonly #units = new Map<ElementFolder, Unit>();
  /** The generated types that were written, by the folder they were made from. */
  readonly #programs = new Map<ElementFolder, TypedProgram | undefined>();

  constructor(library: Library) {
    this.#library = library;
    this.#frame = analyzeFrame(library);
    this.#contracts = new Contracts(this.#frame.shared, library.elements);
  }

  get library(): Library {
    return this.#library;
  }

  /** The library with its elements, and what the tool sees itself: all but types. */
  analysis(): Analysis {
    const elements = this.#library.elements.flatMap((folder) => this.#whole(folder).element ?? []);
    const { styles, shared } = this.#frame;
    return {
      library: this.#library,
      elements,
      styles,
      traits: [...shared.traits.values()],
      findings: this.#findings([]),
    };
  }

  /**
   * Everything that is wrong in the library: what the tool sees itself and, if wanted, what TypeScript sees. Large
   * libraries are checked in two threads, of which the second may have been started ahead. `gently` lets whatever else goes on
   * come first.
   */
  async check(withTypes: boolean, started?: SecondThread, gently = false): Promise<CheckedLibrary> {
    const { elements: folders } = this.#library;
    const missing = folders.filter((folder) => !this.#units.has(folder));
    const ended = missing.length >= MANY ? await this.#checkApart(withTypes, started) : undefined;
    const [types, components] = withTypes
      ? await Promise.all([this.#checkTypes(gently), this.#checkComponents()])
      : [undefined, undefined];
    await ended;
    return {
      findings: this.#findings([...(types?.findings ?? []), ...(components?.findings ?? [])]),
      unchecked: types?.unchecked ?? components?.unchecked,
      files: [...(types?.files ?? []), ...(components?.files ?? [])],
    };
  }

  /**
   * Reads what has changed: files by their paths, or everything where none are named. Gives the elements that are known
   * anew from then on: their tags, or their folders where the contract cannot be read. None if nothing has changed.
   */
  async update(paths?: readonly string[]): Promise<string[]> {
    const before = this.#library;
    this.#library = (paths && (await this.#reread(paths))) ?? (await openLibrary(before.root));
    if (frameSource(this.#library) !== frameSource(before)) {
      this.#frame = analyzeFrame(this.#library);
      this.#units.clear();
      this.#programs.clear();
    }
    this.#keepUnchanged(before.elements);
    const known = this.#contracts;
    this.#contracts = new Contracts(this.#frame.shared, this.#library.elements, known);
    this.#forgetTouched(before.elements, known);
    const anew = this.#library.elements.filter((folder) => !this.#units.has(folder));
    return anew.map((folder) => this.#contracts.of(folder).contract?.tag ?? folder.folder);
  }

  /** The library with the folders read again that these files lie in; undefined where more than that has changed. */
  async #reread(paths: readonly string[]): Promise<Library | undefined> {
    const { root, elements } = this.#library;
    const folders = new Set(paths.map((path) => slashed(join(relative(root, path), '..'))));
    const read = new Map<string, ElementFolder>();
    for (const folder of folders) {
      if (!elements.some((element) => element.folder === folder)) return undefined;
      const found = await readElementFolder(root, join(root, folder));
      if ('code' in found) return undefined;
      read.set(folder, found);
    }
    return { ...this.#library, elements: elements.map((element) => read.get(element.folder) ?? element) };
  }

  /** Folders whose files are what they were stay the same objects, and all that is known of them with them. */
  #keepUnchanged(before: readonly ElementFolder[]): void {
    const known = new Map(before.map((folder) => [folder.folder, folder]));
    this.#library.elements = this.#library.elements.map((folder) => {
      const earlier = known.get(folder.folder);
      return earlier && (earlier === folder || JSON.stringify(earlier) === JSON.stringify(folder))
        ? earlier
        : folder;
    });
  }

  /** Forgets what was found in folders that are gone, that changed, or that speak of an element whose contract did. */
  #forgetTouched(before: readonly ElementFolder[], contracts: Contracts): void {
    const { elements } = this.#library;
    const now = new Set(elements);
    const gone = before.filter((folder) => !now.has(folder));
    const fresh = elements.filter((folder) => !before.includes(folder));
    const was = new Map(gone.map((folder) => [folder.folder, contracts.of(folder).contract]));
    const touched = new Set<string>();
    const touch = (contract: Contract | undefined): unknown => contract && touched.add(contract.tag);
    for (const folder of fresh) {
      const { contract } = this.#contracts.of(folder);
      const earlier = was.get(folder.folder);
      was.delete(folder.folder);
      if (contract && earlier && sameContract(contract, earlier)) continue;
      touch(contract);
      touch(earlier);
    }
    for (const contract of was.values()) touch(contract);
    for (const folder of gone) {
      this.#units.delete(folder);
      this.#programs.delete(folder);
    }
    if (touched.size === 0) return;
    const tags = new Set(elements.flatMap((folder) => this.#contracts.of(folder).contract?.tag ?? []));
    for (const folder of elements) {
      const mentions = [...mentionsOf(folder)];
      // What is near to a name that nobody has depends on all names that there are.
      const isTouched = mentions.some((tag) => touched.has(tag) || !tags.has(tag));
      if (!isTouched) continue;
      this.#units.delete(folder);
      this.#programs.delete(folder);
    }
  }

  #findings(more: readonly Finding[]): Finding[] {
    const units = this.#library.elements.map(
      (folder) => [folder, this.#units.get(folder) ?? this.#analyzed(folder)] as const,
    );
    const tags = units.flatMap(([{ contract }, { tag }]) =>
      tag === undefined ? [] : [[contract.file, tag] as const],
    );
    const own = [
      ...this.#frame.findings,
      ...units.flatMap(([, { findings }]) => findings),
      ...checkTags(new Map(tags), this.#library),
      ...checkAcceptedTags(new Map(tags), this.#library),
    ];
    // What TypeScript says of a location that has an error already is the same in other words; in a behavior, of a whole line.
    const placeOf = (finding: Finding): string =>
      locationOf(/\.m?[jt]s$/.test(finding.file) ? { ...finding, column: 1 } : finding);
    const wrong = new Set(own.flatMap((one) => (one.severity === 'error' ? [placeOf(one)] : [])));
    const others = more.filter((finding) => !wrong.has(placeOf(finding)));
    return inReadingOrder(withSeverities([...own, ...others], this.#library));
  }

  /** A unit with its trees. */
  #whole(folder: ElementFolder): Unit {
    const unit = this.#units.get(folder);
    return unit && (unit.element || unit.tag === undefined) ? unit : this.#analyzed(folder);
  }

  #analyzed(folder: ElementFolder): Unit {
    const unit = unitOf(folder, this.#contracts);
    this.#units.set(folder, unit);
    return unit;
  }

  /** Checks all folders in two threads; what is given back is settled when the second one has ended. */
  async #checkApart(
    withTypes: boolean,
    started: SecondThread | undefined,
  ): Promise<Promise<void> | undefined> {
    const thread = started ?? SecondThread.start();
    const taken = new Int32Array(new SharedArrayBuffer(4));
    const all = this.#library.elements;
    const typesFor = withTypes ? this.#library.root : undefined;
    const input = { folders: all, shared: this.#frame.shared, taken, typesFor };
    const later = thread?.check(input);
    const outputs = [...checkSlice(input), ...((await later) ?? [])];
    const ended = thread?.end();
    for (const { place, unit, program } of outputs) {
      this.#units.set(all[place]!, unit);
      if (withTypes) this.#programs.set(all[place]!, program);
    }
    return ended;
  }

  /** What only shows when the components that elements wrap are read with their types. */
  async #checkComponents(): Promise<CheckedComponents | undefined> {
    // Few libraries wrap components; the others need nothing of what reads them.
    const wrapping = this.#library.elements.filter(({ contract }) => contract.text.includes('wraps'));
    if (wrapping.length === 0) return undefined;
    const elements = wrapping.flatMap((folder) => this.#whole(folder).element ?? []);
    if (!elements.some(({ contract }) => componentOf(contract))) return undefined;
    const { checkComponents } = await import('./check-components.js');
    return checkComponents(this.#library, elements);
  }

  /** Writes the types that are not written yet, and asks TypeScript about all of them. */
  #checkTypes(gently: boolean): ReturnType<typeof checkTypes> {
    const { elements, root } = this.#library;
    const programs = elements.map((folder) => {
      if (this.#programs.has(folder)) return this.#programs.get(folder);
      const types = unitTypes(this.#whole(folder), this.#contracts);
      if (types) writeTypeFiles(root, types.files);
      this.#programs.set(folder, types?.program);
      return types?.program;
    });
    const program = joinPrograms(programs.filter((one) => one !== undefined));
    return checkTypes(
      this.#library,
      this.#frame.shared,
      program,
      (folder) => {
        const { element } = this.#whole(folder);
        return element && { element, contracts: this.#contracts.around(folder) };
      },
      gently,
    );
  }
}

/** A library with its elements and findings, all but types: what an open one knows, asked once. */
export function analyze(library: Library): Analysis {
  return new Workspace(library).analysis();
}

/** True for contracts that say the same; where it stands does not matter to others. */
function sameContract(one: Contract, other: Contract): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}
