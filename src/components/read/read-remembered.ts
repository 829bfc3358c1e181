import { cachedAbout, contentKey } from '../../system/cache.js';
import { recallValue, rememberMade } from '../../system/remembered-value.js';
import { toolKey } from '../../system/tool-key.js';
import type { IsMade } from '../../system/traces.js';
import { readApart, type ReadingInput, type ReadingOutput } from './read-apart.js';

/**
 * Reads components as `readApart` does, or takes what was read the last time where none of the files has changed that
 * TypeScript looked at, nor what decides which files these are. `isMade` knows what commands make themselves.
 */
export async function readRemembered(
  input: ReadingInput,
  isMade: IsMade,
): Promise<ReadingOutput | { unread: string }> {
  const { root, components } = input;
  const began = Date.now();
  const key = contentKey(JSON.stringify(input), await toolKey());
  const path = cachedAbout('components', root);
  const known = await recallValue<ReadingOutput>(path, key, isMade);
  if (known) return known.value;
  const output = await readApart(input);
  // What was given up may be read another time.
  if ('unread' in output || output.components.some((one) => 'problem' in one && one.problem === 'unread'))
    return output;
  const inputs = [...output.files, ...components.map((one) => one.path)];
  await rememberMade(path, key, output, { root, inputs, began, isMade });
  return output;
}
