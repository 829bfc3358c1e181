import { mkdir, rm, stat, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { UsageError } from '../system/usage-error.js';

/** Writes new files, all of them or none: nothing that is there is ever replaced. */
export async function writeNew(root: string, files: Record<string, string>): Promise<string[]> {
  const paths = Object.keys(files);
  for (const path of paths) {
    if (await stat(join(root, path)).catch(() => undefined)) {
      throw new UsageError(
        `${path} is there already; nothing was written.`,
        'Choose another name or another folder, or remove the file.',
      );
    }
  }
  const written: string[] = [];
  try {
    for (const path of paths) {
      const target = join(root, path);
      await mkdir(dirname(target), { recursive: true });
      // The flag makes sure of it: a file that came in the meantime stays as it is.
      await writeFile(target, files[path]!, { flag: 'wx' });
      written.push(target);
    }
  } catch (error) {
    await Promise.all(written.map((target) => rm(target, { force: true })));
    throw new UsageError(
      `The files cannot be written: ${(error as Error).message}.`,
      'Check that you may write into the folder.',
    );
  }
  return paths;
}
