import { mkdtempSync, rmSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { atEnd } from '../system/at-exit.js';
import { UsageError } from '../system/usage-error.js';

/** A tarball as a folder of its own, which `remove` takes away again. Nothing in it can land elsewhere. */
export async function unpack(tarball: string): Promise<{ folder: string; remove: () => Promise<void> }> {
  // At once, so that nobody can end this process between the making and the remembering.
  const folder = mkdtempSync(join(tmpdir(), 'lastwright-package-'));
  const forget = atEnd(() => rmSync(folder, { recursive: true, force: true }));
  const remove = async (): Promise<void> => {
    await rm(folder, { recursive: true, force: true });
    forget();
  };
  try {
    const { extract } = await import('tar');
    await extract({
      file: tarball,
      cwd: folder,
      strip: 1,
      strict: true,
      filter: (_, entry) => 'type' in entry && (entry.type === 'File' || entry.type === 'Directory'),
    });
    return { folder, remove };
  } catch (error) {
    await remove();
    throw new UsageError(
      `${tarball} cannot be unpacked: ${(error as Error).message}.`,
      'Name a tarball as npm pack makes it.',
    );
  }
}
