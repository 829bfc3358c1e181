import { renameSync, rmSync, writeFileSync } from 'node:fs';
import { rename, rm, writeFile } from 'node:fs/promises';
import { asRefusal } from './refusal.js';

/**
 * Writes a file whole or not at all: it is written beside its place and then takes it, so that whoever reads sees the
 * old one or the new one. Its folder must be there. Nothing waits for the disk, which would take longer than the check
 * of a thousand elements; a file that a power cut loses can be made again.
 * Throws `UsageError` where the operating system refuses it.
 */
export async function writeWhole(path: string, content: string | Uint8Array): Promise<void> {
  const fresh = beside(path);
  try {
    await writeFile(fresh, content);
    await rename(fresh, path);
  } catch (error) {
    await rm(fresh, { force: true });
    throw asRefusal(error, path) ?? error;
  }
}

/** The same at once: many small files are written faster one after the other. */
export function writeWholeNow(path: string, content: string | Uint8Array): void {
  const fresh = beside(path);
  try {
    writeFileSync(fresh, content);
    renameSync(fresh, path);
  } catch (error) {
    rmSync(fresh, { force: true });
    throw asRefusal(error, path) ?? error;
  }
}

let written = 0;

/** Two that write the same file at once each write one of their own. */
function beside(path: string): string {
  return `${path}.${process.pid}-${++written}.new`;
}
