import { mkdtempSync, rmSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { atEnd } from '../system/at-exit.js';
import { UsageError } from '../system/usage-error.js';

/** A package that holds more than this is no package of elements, in bytes. */
const LARGEST = 200_000_000;

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
    let bytes = 0;
    await extract({
      file: tarball,
      cwd: folder,
      strip: 1,
      strict: true,
      filter: (_, entry) => {
        if (!('type' in entry) || (entry.type !== 'File' && entry.type !== 'Directory')) return false;
        // The sizes are said before the files; what is larger than said is cut off.
        bytes += entry.size;
        return bytes <= LARGEST;
      },
    });
    if (bytes > LARGEST) throw new Error(`it holds more than ${LARGEST / 1e6} MB`);
    return { folder, remove };
  } catch (error) {
    await remove();
    throw new UsageError(
      `${tarball} cannot be unpacked: ${(error as Error).message}.`,
      'Name a tarball as npm pack makes it.',
    );
  }
}
