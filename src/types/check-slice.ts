import { analyzeElements, Contracts } from '../check/analyze.js';
import type { Shared } from '../contract/model.js';
import type { Finding } from '../findings/finding.js';
import type { ElementFolder } from '../library/open-library.js';
import { joinPrograms, typeFiles, writeTypeFiles, type TypedProgram } from './type-files.js';

/** The elements of a library, of which each thread takes some; plain data, so that it can go to another thread. */
export interface SliceInput {
  folders: ElementFolder[];
  shared: Shared;
  /** The library's folder, if generated types are to be written there. */
  typesFor: string | undefined;
  /** One number: how many elements were taken already. All threads count in the same memory. */
  taken: Int32Array;
}

/** What was found in a slice, and the types that were generated; plain data too. */
export interface SliceOutput {
  findings: Finding[];
  /** The tag of each contract that could be read, with its file. */
  tags: [file: string, tag: string][];
  program: TypedProgram;
}

/** So many elements are taken at a time: few enough that threads end together. */
const STEP = 10;

/** Checks elements until none is left that another thread has not taken. */
export function checkSlice({ folders, shared, typesFor, taken }: SliceInput): SliceOutput {
  const known = new Contracts(shared, folders);
  const findings: Finding[] = [];
  const tags: SliceOutput['tags'] = [];
  const programs: TypedProgram[] = [];
  for (let at = 0; (at = Atomics.add(taken, 0, STEP)) < folders.length;) {
    const part = analyzeElements(folders.slice(at, at + STEP), known, typesFor === undefined);
    findings.push(...part.findings);
    tags.push(...part.elements.map(({ contract: { file, tag } }): [string, string] => [file, tag]));
    if (typesFor === undefined) continue;
    const types = typeFiles(part);
    writeTypeFiles(typesFor, types.files);
    programs.push(types.program);
  }
  return { findings, tags, program: joinPrograms(programs) };
}
