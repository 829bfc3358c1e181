import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { contentKey } from './cache.js';
import { TOOL_ROOT, toolFile } from './tool-files.js';

let known: Promise<string> | undefined;

/** A short name for this version of the tool: of what it is made of, and of what it runs in pages. Worked out once in a process. */
export function toolKey(): Promise<string> {
  return (known ??= makeKey());
}

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
