import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { TOOL_ROOT } from '../system/tool-files.js';
import type { CheckerDiagnostic } from './typed-use.js';

/** What a framework's compiler is to do, as plain data. */
export type CompilerInput = {
  framework: string;
  /** The folder from which the framework's packages are found. */
  folder: string;
  tags: string[];
} & ({ sources: string[] } | { check: string });

/** For each example its code, or what the compiler says against it. */
export type CompileOutput = { code?: string; error?: string }[];

const WORKER = join(TOOL_ROOT, 'dist', 'compile-worker.js');

/** Compiles examples in a thread of its own. */
export async function compileApart(
  input: CompilerInput & { sources: string[] },
): Promise<(string | Error)[]> {
  const output = await workApart<CompileOutput>(input);
  return output.map(({ code, error }) => code ?? new Error(error));
}

/** Checks the sources in a folder in a thread of its own. */
export function checkApart(input: CompilerInput & { check: string }): Promise<CheckerDiagnostic[]> {
  return workApart(input);
}

/**
 * Lets a thread of its own work: a compiler that needs seconds for a whole program would hold up everything that goes on in
 * browsers meanwhile.
 */
async function workApart<Output>(input: CompilerInput): Promise<Output> {
  const worker = new Worker(WORKER, { workerData: input });
  try {
    return await new Promise<Output>((resolve, reject) => {
      worker.once('message', resolve);
      worker.once('error', reject);
    });
  } finally {
    await worker.terminate();
  }
}
