import { rmSync } from 'node:fs';
import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { isRunning } from '../processes.js';

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
export async function newProfile(): Promise<Profile> {
  const folder = await mkdtemp(join(tmpdir(), `lastwright-profile-${process.pid}-`));
  void sweep();
  return {
    folder,
    remove: () => rm(folder, { recursive: true, force: true, maxRetries: 5 }).catch(() => {}),
    removeNow: () => rmSync(folder, { recursive: true, force: true, maxRetries: 3, retryDelay: 50 }),
  };
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
