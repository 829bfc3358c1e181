import type { Contract, Shared } from '../contract/model.js';
import { readContract } from '../contract/read-contract.js';
import type { ElementFolder } from '../library/open-library.js';

/** A contract as it was read, with what is wrong in it. */
export type ReadContract = ReturnType<typeof readContract>;

/** The contracts of a library, each read once and only when something asks for it. */
export class Contracts {
  readonly #read: Map<ElementFolder, ReadContract>;
  #all: ReadonlyMap<string, Contract> | undefined;

  /** With `before`, the contracts that were read by then, of folders that are the same still. */
  constructor(
    readonly shared: Shared,
    readonly folders: readonly ElementFolder[],
    before?: Contracts,
  ) {
    const known = before?.shared === shared ? before.#read : undefined;
    this.#read = new Map(
      known ? folders.flatMap((folder) => (known.has(folder) ? [[folder, known.get(folder)!]] : [])) : [],
    );
  }

  /** The contract of one element. */
  of(folder: ElementFolder): ReadContract {
    const { file, text } = folder.contract;
    const read = this.#read.get(folder) ?? readContract(file, text, this.shared);
    this.#read.set(folder, read);
    return read;
  }

  /** Contracts by tag that an element's view may refer to: all, if it uses any custom element. */
  around(folder: ElementFolder): ReadonlyMap<string, Contract> {
    if (folder.view && USES_ELEMENTS.test(folder.view.text)) return (this.#all ??= this.#byTag(this.folders));
    return this.#byTag([folder]);
  }

  #byTag(folders: readonly ElementFolder[]): ReadonlyMap<string, Contract> {
    const contracts = folders.map((folder) => this.of(folder).contract);
    return new Map(contracts.filter((one) => one !== undefined).map((one) => [one.tag, one]));
  }
}

/** Markup that has a custom element in it. */
const USES_ELEMENTS = /<[a-zA-Z][\w.]*-/;
