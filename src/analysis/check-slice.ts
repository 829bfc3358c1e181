import type { Shared } from '../contract/model.js';
import type { ElementFolder } from '../library/open-library.js';
import { writeTypeFiles, type TypedProgram } from '../types/type-files.js';
import { Contracts } from './contracts.js';
import { unitOf, unitTypes, withoutTrees, type Unit } from './unit.js';

/** The elements of a library, of which each thread takes some; plain data, so that it can go to another thread. */
export interface SliceInput {
  folders: ElementFolder[];
  shared: Shared;
  /** The library's folder, if generated types are to be written there. */
  typesFor: string | undefined;
  /** One number: how many elements were taken already. All threads count in the same memory. */
  taken: Int32Array;
}

/** What was found in some folders, by their place in the library, and the types that were generated; plain data too. */
export type SliceOutput = { place: number; unit: Unit; program: TypedProgram | undefined }[];

/** So many elements are taken at a time: few enough that threads end together. */
const STEP = 10;

/** Checks elements until none is left that another thread has not taken. */
export function checkSlice({ folders, shared, typesFor, taken }: SliceInput): SliceOutput {
  const known = new Contracts(shared, folders);
  const output: SliceOutput = [];
  for (let start = 0; (start = Atomics.add(taken, 0, STEP)) < folders.length;) {
    for (let place = start; place < Math.min(start + STEP, folders.length); place++) {
      const unit = unitOf(folders[place]!, known);
      const types = typesFor === undefined ? undefined : unitTypes(unit, known);
      if (types) writeTypeFiles(typesFor!, types.files);
      output.push({ place, unit: withoutTrees(unit), program: types?.program });
    }
  }
  return output;
}
