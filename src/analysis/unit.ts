import type { Finding } from '../findings/finding.js';
import type { LibraryElement } from '../library/library-element.js';
import type { ElementFolder } from '../library/open-library.js';
import { elementTypeFiles, type TypeFiles } from '../types/type-files.js';
import { analyzeFolder } from './analyze-elements.js';
import type { Contracts } from './contracts.js';

/** What is known of one element's folder. What does not hold trees is plain data, so that threads can hand it on. */
export interface Unit {
  /** All that its own files give rise to, before the library's configuration has its say. */
  findings: Finding[];
  /** Its contract's tag, if the contract could be read. */
  tag: string | undefined;
  /** The element with its trees; undefined if its contract cannot be read, or where only findings were wanted. */
  element: LibraryElement | undefined;
}

/** Reads and checks an element's folder. */
export function unitOf(folder: ElementFolder, known: Contracts): Unit {
  const { element, findings } = analyzeFolder(folder, known);
  return { findings, tag: element?.contract.tag, element };
}

/** The same less its trees: thousands of them that nobody looks at again cost time to keep. */
export function withoutTrees({ findings, tag }: Unit): Unit {
  return { findings, tag, element: undefined };
}

/** The types of a unit's element: a declaration of its contract and, where it can be read, a module for its view. */
export function unitTypes({ element, findings }: Unit, known: Contracts): TypeFiles | undefined {
  return element && elementTypeFiles(element, findings, known.around(element.folder));
}

/** Every custom element that a folder's files speak of, so far as it matters for what is found in them. */
export function mentionsOf({ view, style }: ElementFolder): ReadonlySet<string> {
  return new Set(`${view?.text ?? ''} ${style?.text ?? ''}`.match(/[a-z][\w.]*-[\w.-]+/gi));
}
