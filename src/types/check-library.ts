import { analyzeFrame, checkTags, withSeverities } from '../check/analyze.js';
import { inReadingOrder, type Finding } from '../finding.js';
import type { Library } from '../library/open-library.js';
import { checkSlice } from './check-slice.js';
import { checkTypes } from './check-types.js';
import { MANY, SecondThread } from './second-thread.js';

/** What a check of a whole library found. */
export interface CheckedLibrary {
  /** All findings, in reading order. */
  findings: Finding[];
  /** Why types were not checked, where they were to be. */
  unchecked: string | undefined;
}

/**
 * Checks a library: what the tool sees itself and, if wanted, what TypeScript sees. Large ones in two threads, of which the second may have
 * been started ahead. */
export async function checkLibrary(
  library: Library,
  withTypes: boolean,
  started?: SecondThread,
): Promise<CheckedLibrary> {
  const { findings, shared } = analyzeFrame(library);
  const { elements } = library;
  const thread = elements.length >= MANY ? (started ?? SecondThread.start()) : undefined;
  const middle = thread ? elements.length >> 1 : elements.length;
  const [first, second] = [elements.slice(0, middle), elements.slice(middle)];
  const later = thread?.check({ folders: second, others: first, shared, withTypes });
  const outputs = [checkSlice({ folders: first, others: second, shared, withTypes })];
  if (later) outputs.push(await later);
  const ended = thread?.end();

  for (const output of outputs) findings.push(...output.findings);
  findings.push(
    ...checkTags(
      outputs.flatMap(({ contracts }) => contracts),
      library,
    ),
  );
  let unchecked: string | undefined;
  if (withTypes) {
    const made = outputs.map((output) => output.made!);
    const all = {
      files: new Map(made.flatMap(({ files }) => [...files])),
      views: made.flatMap(({ views }) => views),
      behaviors: made.flatMap(({ behaviors }) => behaviors),
    };
    const types = await checkTypes(library, shared, all);
    findings.push(...types.findings);
    unchecked = types.unchecked;
  }
  await ended;
  return { findings: inReadingOrder(withSeverities(findings, library)), unchecked };
}
