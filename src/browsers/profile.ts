import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { isRunning } from '../system/processes.js';

/** A folder that a browser has for itself as long as it runs. */
export interface Profile {
  folder: string;
  remove(): Promise<void>;
  /** The same, when this process ends and cannot wait. */
  removeNow(): void;
}

/** The process that uses a folder stands in its name, so that a later run can tell what was left behind. */
const NAME = /^lastwright-profile-(\d+)-/;

/** Makes a new profile; removes those whose process was killed. */
export function newProfile(): Profile {
  // At once, so that nobody can end this process between the making and the remembering.
  const folder = mkdtempSync(join(tmpdir(), `lastwright-profile-${process.pid}-`));
  void sweep();
  return {
    folder,
    remove: () => rm(folder, { recursive: true, force: true, maxRetries: 5 }).catch(() => {}),
    removeNow: () => removeAtOnce(folder),
  };
}

/** A browser that was killed may write a last file; then its folder is removed once more. */
function removeAtOnce(folder: string): void {
  for (let tries = 0; tries < 10 && existsSync(folder); tries++) {
    rmSync(folder, { recursive: true, force: true, maxRetries: 3, retryDelay: 20 });
    pause(20);
  }
}

/** Waits without giving way: the process is about to end. */
function pause(milliseconds: number): void {
  Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, milliseconds);
}

async function sweep(): Promise<void> {
  const names = await readdir(tmpdir()).catch(() => []);
  await Promise.all(
    names.map(async (name) => {
      const owner = Number(NAME.exec(name)?.[1]);
      if (!owner || isRunning(owner)) return;
      await rm(join(tmpdir(), name), { recursive: true, force: true }).catch(() => {});
    }),
  );
}
