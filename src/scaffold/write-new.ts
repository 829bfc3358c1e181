import { mkdir, open, readdir, rm, rmdir, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { asRefusal } from '../system/refusal.js';
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
  /** The uppermost of the folders that were made for each file. */
  const made: string[] = [];
  try {
    for (const path of paths) {
      const target = join(root, path);
      const first = await mkdir(dirname(target), { recursive: true });
      if (first !== undefined) made.push(first);
      await writeNewFile(target, files[path]!);
      written.push(target);
    }
  } catch (error) {
    await Promise.all(written.map((target) => rm(target, { force: true })));
    // Files that others put there meanwhile stay.
    for (const folder of made.reverse()) await removeEmpty(folder);
    throw new UsageError(
      `The files cannot be written: ${(error as Error).message}.`,
      asRefusal(error)?.help ?? 'Check that you may write into the folder.',
    );
  }
  return paths;
}

/** Writes a file that is not there; one that was begun and cannot be finished is removed again. */
async function writeNewFile(target: string, text: string): Promise<void> {
  // The flag makes sure of it: a file that came in the meantime stays as it is.
  const file = await open(target, 'wx');
  try {
    await file.writeFile(text);
  } catch (error) {
    await rm(target, { force: true });
    throw error;
  } finally {
    await file.close();
  }
}

/** Removes a folder and those in it, as far as they are empty. */
async function removeEmpty(folder: string): Promise<void> {
  const entries = await readdir(folder, { withFileTypes: true }).catch(() => []);
  for (const entry of entries) if (entry.isDirectory()) await removeEmpty(join(folder, entry.name));
  await rmdir(folder).catch(() => {});
}
