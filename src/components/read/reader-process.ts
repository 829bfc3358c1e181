// The entry of the process in which components are read: TypeScript's checker holds up whoever asks it, and may break off.
import { readComponents } from './read-components.js';
import { readTypes } from './read-types.js';
import type { ReadingInput, ReadingOutput } from './read-apart.js';

process.once('message', (input: ReadingInput) => {
  void read(input).then((output) => process.send!(output, () => process.disconnect()));
});

async function read({ root, components, types }: ReadingInput): Promise<ReadingOutput> {
  return {
    ...(await readComponents(root, components)),
    types: types.length > 0 ? readTypes(root, types) : { types: [], definitions: {} },
  };
}
