import { analyzeFrame, checkTags, withSeverities } from '../check/analyze.js';
import { inReadingOrder, type Finding } from '../findings/finding.js';
import type { Library } from '../library/open-library.js';
import { checkSlice } from './check-slice.js';
import { checkTypes } from './check-types.js';
import { joinPrograms } from './type-files.js';
import { MANY, SecondThread } from './second-thread.js';

/** What a check of a whole library found. */
export interface CheckedLibrary {
  /** All findings, in reading order. */
  findings: Finding[];
  /** Why types were not checked, where they were to be. */
  unchecked: string | undefined;
}

/**
 * Checks a library: what the tool sees itself and, if wanted, what TypeScript sees. Large ones in two threads, of
 * which the second may have been started ahead.
 */
export async function checkLibrary(
  library: Library,
  withTypes: boolean,
  started?: SecondThread,
): Promise<CheckedLibrary> {
  const { findings, shared } = analyzeFrame(library);
  const { elements: folders, root } = library;
  const thread = folders.length >= MANY ? (started ?? SecondThread.start()) : undefined;
  const taken = new Int32Array(new SharedArrayBuffer(4));
  const input = { folders, shared, taken, typesFor: withTypes ? root : undefined };
  const later = thread?.check(input);
  const outputs = [checkSlice(input)];
  if (later) outputs.push(await later);
  const ended = thread?.end();

  findings.push(
    ...outputs.flatMap((output) => output.findings),
    ...checkTags(new Map(outputs.flatMap(({ tags }) => tags)), library),
  );
  let unchecked: string | undefined;
  if (withTypes) {
    const program = joinPrograms(outputs.map((output) => output.program));
    const types = await checkTypes(library, shared, program);
    findings.push(...types.findings);
    unchecked = types.unchecked;
  }
  await ended;
  return { findings: inReadingOrder(withSeverities(findings, library)), unchecked };
}
