import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { UsageError } from '../system/usage-error.js';

/** A tarball as a folder of its own, which `remove` takes away again. Nothing in it can land elsewhere. */
export async function unpack(tarball: string): Promise<{ folder: string; remove: () => Promise<void> }> {
  const folder = await mkdtemp(join(tmpdir(), 'lastwright-package-'));
  const remove = (): Promise<void> => rm(folder, { recursive: true, force: true });
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
