import { analyzeElements } from '../check/analyze.js';
import type { Shared } from '../contract/model.js';
import type { Finding } from '../finding.js';
import type { ElementFolder } from '../library/open-library.js';
import { typeFiles, type TypeFiles } from './type-files.js';

/** Some elements of a library, to be checked by themselves; plain data, so that it can go to another thread. */
export interface SliceInput {
  folders: ElementFolder[];
  /** The elements that are checked elsewhere. */
  others: ElementFolder[];
  shared: Shared;
  withTypes: boolean;
}

/** What was found in a slice, and its generated types; plain data too. */
export interface SliceOutput {
  findings: Finding[];
  contracts: { tag: string; file: string }[];
  made: TypeFiles | undefined;
}

/** Checks some elements of a library. */
export function checkSlice({ folders, others, shared, withTypes }: SliceInput): SliceOutput {
  const part = analyzeElements(folders, shared, others, !withTypes);
  return {
    findings: part.findings,
    contracts: part.elements.map(({ contract: { tag, file } }) => ({ tag, file })),
    made: withTypes ? typeFiles(part) : undefined,
  };
}
