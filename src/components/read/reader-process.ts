// The entry of the process in which components are read: TypeScript's checker holds up whoever asks it, and may break off.
import { text } from 'node:stream/consumers';
import { readComponents } from './read-components.js';
import { readTypes } from './read-types.js';
import type { ReadingInput, ReadingOutput } from './read-apart.js';

const { root, components, types } = JSON.parse(await text(process.stdin)) as ReadingInput;
const output: ReadingOutput = {
  components: await readComponents(root, components),
  types: types.length > 0 ? readTypes(root, types) : { types: [], definitions: {} },
};
process.stdout.write(JSON.stringify(output), () => process.exit(0));
