import { parseFragment } from 'parse5';
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
    const known = this.#read.get(folder);
    if (known) return known;
    const read = readContract(file, text, this.shared);
    const passthrough = read.contract?.passthrough;
    if (passthrough) passthrough.inputTypes = inputTypes(read.contract!, folder.view?.text);
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

/** The types of an input that passed attributes reach; undefined where consumers can choose any, or it is no input. */
function inputTypes({ passthrough, properties }: Contract, view: string | undefined): string[] | undefined {
  const { native, except, to } = passthrough!;
  if (native !== 'input') return undefined;
  const own = properties.find(({ name }) => name === 'type');
  if (own?.kind === 'enum') return own.schema.enum!.map(String);
  return except.includes('type') && view !== undefined ? [typeOfPart(view, to)] : undefined;
}

interface Markup {
  attrs?: { name: string; value: string }[];
  childNodes?: Markup[];
  content?: Markup;
}

/** The type that a view gives to the input of a part; what it says nothing of is a text (HTML, section 4.10.5). */
function typeOfPart(view: string, part: string): string {
  const find = (node: Markup): string | undefined => {
    const valueOf = (name: string): string | undefined => node.attrs?.find((one) => one.name === name)?.value;
    if (valueOf('part')?.split(/\s+/).includes(part)) return valueOf('type') ?? 'text';
    for (const inner of [...(node.childNodes ?? []), ...(node.content ? [node.content] : [])]) {
      const found = find(inner);
      if (found !== undefined) return found;
    }
    return undefined;
  };
  return find(parseFragment(view) as unknown as Markup)?.toLowerCase() ?? 'text';
}

/** Markup that has a custom element in it. */
const USES_ELEMENTS = /<[a-zA-Z][\w.]*-/;
