import { existsSync, readdirSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { setFlagsFromString } from 'node:v8';
import { Worker } from 'node:worker_threads';
import { TOOL_ROOT } from '../system/tool-files.js';
import type { SliceInput, SliceOutput } from './check-slice.js';

/** From so many elements on, a second thread is worth its start. */
export const MANY = 200;

const WORKER = join(TOOL_ROOT, 'dist', 'slice-worker.js');

/** What makes the engine optimize later, by the major version of Node.js. */
const OPTIMIZE_LATE: Record<string, string> = {
  20: '--interrupt-budget=600000',
  22: '--invocation-count-for-turbofan=12000',
  24: '--invocation-count-for-turbofan=12000',
};

/**
 * Most of the time of a check goes into code that has just been loaded and that runs for two seconds: compiling it
 * at its first call is worth it, and optimizing it as eagerly as in a server is not. Engines complain of switches
 * that they do not know, so each version gets its own.
 */
export function compileForShortRuns(): void {
  const late = OPTIMIZE_LATE[process.versions.node.split('.')[0]!];
  if (!late) return;
  setFlagsFromString(late);
  setFlagsFromString('--always-sparkplug');
}

/** True for a library that is large by the number of its folders; it is not known yet what is in them. */
export function isLarge(root: string): boolean {
  try {
    return readdirSync(join(root, 'elements')).length >= MANY;
  } catch {
    return false;
  }
}

/** A thread that checks a part of a large library. It loads its modules while the files of the library are read. */
export class SecondThread {
  readonly #worker = new Worker(WORKER);

  /** Starts it, where the machine has a core for it. */
  static start(): SecondThread | undefined {
    compileForShortRuns();
    return availableParallelism() > 1 && existsSync(WORKER) ? new SecondThread() : undefined;
  }

  /** Starts it for a library that is large. */
  static startFor(root: string): SecondThread | undefined {
    return isLarge(root) ? SecondThread.start() : undefined;
  }

  check(input: SliceInput): Promise<SliceOutput> {
    return new Promise((resolve, reject) => {
      this.#worker.once('message', resolve);
      this.#worker.once('error', reject);
      this.#worker.postMessage(input);
    });
  }

  async end(): Promise<void> {
    await this.#worker.terminate();
  }
}
