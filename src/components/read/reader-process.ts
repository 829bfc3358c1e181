// The entry of the process in which components are read: TypeScript's checker holds up whoever asks it, and may break off.
import { text } from 'node:stream/consumers';
import { readComponents } from './read-components.js';
import type { ReadingInput, ReadingOutput } from './read-apart.js';

const { root, components } = JSON.parse(await text(process.stdin)) as ReadingInput;
const output: ReadingOutput = await readComponents(root, components);
process.stdout.write(JSON.stringify(output), () => process.exit(0));
