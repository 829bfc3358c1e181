import { existsSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { TOOL_ROOT } from '../tool-files.js';
import { analyzeFrame, checkTags, withSeverities } from '../check/analyze.js';
import { inReadingOrder, type Finding } from '../finding.js';
import type { Library } from '../library/open-library.js';
import { checkSlice, type SliceInput, type SliceOutput } from './check-slice.js';
import { checkTypes } from './check-types.js';

/** What a check of a whole library found. */
export interface CheckedLibrary {
  /** All findings, in reading order. */
  findings: Finding[];
  /** Why types were not checked, where they were to be. */
  unchecked: string | undefined;
}

/** From so many elements on, a second thread is worth its start. */
const MANY = 200;

const WORKER = join(TOOL_ROOT, 'dist', 'slice-worker.js');

/** Checks a library: what the tool sees itself and, if wanted, what TypeScript sees. Large ones in two threads. */
export async function checkLibrary(library: Library, withTypes: boolean): Promise<CheckedLibrary> {
  const { findings, shared } = analyzeFrame(library);
  const { elements } = library;
  const parallel = elements.length >= MANY && availableParallelism() > 1 && existsSync(WORKER);
  const middle = parallel ? elements.length >> 1 : elements.length;
  const [first, second] = [elements.slice(0, middle), elements.slice(middle)];
  const later =
    second.length > 0 ? inWorker({ folders: second, others: first, shared, withTypes }) : undefined;
  const outputs = [checkSlice({ folders: first, others: second, shared, withTypes })];
  if (later) outputs.push(await later);

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
  return { findings: inReadingOrder(withSeverities(findings, library)), unchecked };
}

function inWorker(input: SliceInput): Promise<SliceOutput> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(WORKER, { workerData: input });
    worker.once('message', resolve);
    worker.once('error', reject);
  });
}
