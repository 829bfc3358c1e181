import { fork } from 'node:child_process';
import { join } from 'node:path';
import { atEnd } from '../../system/at-exit.js';
import { hearText } from '../../system/hear-text.js';
import { TOOL_ROOT } from '../../system/tool-files.js';
import type { ComponentFacts, NoFacts } from './facts.js';
import type { NamedComponent } from './read-components.js';
import type { ReadTypes } from './read-types.js';

/** What is to be read, as plain data. */
export interface ReadingInput {
  root: string;
  components: readonly NamedComponent[];
  /** Types as texts in TypeScript. */
  types: readonly string[];
}

export interface ReadingOutput {
  /** What is known of each component, in their order. */
  components: (ComponentFacts | NoFacts)[];
  types: ReadTypes;
  /** Files that TypeScript looked at to read the components. */
  files: string[];
}

const READER = join(TOOL_ROOT, 'dist', 'component-reader.js');

/** In milliseconds: types that keep TypeScript busy for longer are not followed. */
const LONGEST = 60_000;

/** Reads components and types in a process of its own; or says why nothing could be read at all. */
export async function readApart(input: ReadingInput): Promise<ReadingOutput | { unread: string }> {
  const child = fork(READER, { stdio: ['ignore', 'ignore', 'pipe', 'ipc'] });
  const takenBack = atEnd(() => child.kill('SIGKILL'));
  const limit = setTimeout(() => child.kill('SIGKILL'), LONGEST);
  let output: ReadingOutput | undefined;
  let said = '';
  hearText(child.stderr!, (text) => (said += text));
  child.once('message', (message) => (output = message as ReadingOutput));
  child.send(input, () => {});
  await new Promise<void>((resolve) => {
    child.once('error', (error) => {
      said += error.message;
      resolve();
    });
    child.once('close', resolve);
  });
  clearTimeout(limit);
  takenBack();
  if (output) return output;
  const why = said.split('\n').find((line) => /Error|panic|error/.test(line));
  return { unread: why?.trim() ?? `TypeScript did not come to an end within ${LONGEST / 1000} seconds.` };
}
