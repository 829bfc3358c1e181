import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { contentKey } from './cache.js';
import { once } from './once.js';
import { TOOL_ROOT, toolFile } from './tool-files.js';

/** A short name for this version of the tool: of what it is made of, and of what it runs in pages. Worked out once in a process. */
export const toolKey = once(makeKey);

async function makeKey(): Promise<string> {
  const made = join(TOOL_ROOT, 'dist');
  const [shared, entries] = await Promise.all([
    readdir(join(made, 'shared')).catch(() => []),
    readdir(made).catch(() => []),
  ]);
  const files = entries
    .filter((name) => name.endsWith('.js'))
    .sort()
    .map((name) => join(made, name));
  const texts = [...files, toolFile('probes.js')].map((path) => readFile(path, 'utf8'));
  // The names of what is shared are made of its content.
  return contentKey(...shared.sort(), ...(await Promise.all(texts)));
}
