import { dirname } from 'node:path';
import { frameSource } from '../analysis/frame.js';
import type { ElementFolder, Library } from '../library/open-library.js';
import { cachedAbout, contentKey } from '../system/cache.js';
import { keepNewest, recallValue, rememberValue } from '../system/remembered-value.js';
import { toolKey } from '../system/tool-key.js';

/** An emitted class as it lies in the package, with the styles that it was made with. */
export interface EmittedFile {
  runtime: ReadonlySet<string>;
  code: string;
  map: string;
  styles: string;
}

/** What was emitted of an element's folder, and from which texts. */
interface Kept {
  key: string;
  made: EmittedFile;
}

/** The emitted classes of a library's last build: those of folders that are what they were are not emitted again. */
export class RememberedClasses {
  #isNew = false;

  private constructor(
    readonly path: string,
    readonly key: string,
    readonly kept: Map<string, Kept>,
  ) {}

  /** What the last build of the library left; nothing, if more than single elements has changed since. */
  static async of(library: Library): Promise<RememberedClasses> {
    const path = cachedAbout('classes', library.root);
    // Whatever a contract says may show in the elements that use its element.
    const contracts = library.elements.map(({ contract }) => contract.text);
    const key = contentKey(await toolKey(), frameSource(library), ...contracts);
    const known = await recallValue<Map<string, Kept>>(path, key, () => false);
    return new RememberedClasses(path, key, known?.value ?? new Map<string, Kept>());
  }

  recall(folder: ElementFolder, styles: string): EmittedFile | undefined {
    const kept = this.kept.get(folder.folder);
    return kept?.key === keyOf(folder, styles) ? kept.made : undefined;
  }

  keep(folder: ElementFolder, made: EmittedFile): void {
    if (this.kept.get(folder.folder)?.made === made) return;
    this.kept.set(folder.folder, { key: keyOf(folder, made.styles), made });
    this.#isNew = true;
  }

  /** Writes what is kept, if some of it is new. */
  async save(): Promise<void> {
    if (!this.#isNew) return;
    this.#isNew = false;
    await rememberValue(this.path, { key: this.key, traces: [], value: this.kept });
    await keepNewest(dirname(this.path));
  }
}

function keyOf({ names, view, behavior }: ElementFolder, styles: string): string {
  return contentKey(JSON.stringify([names, view?.text, behavior?.text, styles]));
}
