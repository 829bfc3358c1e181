// The entry of the thread in which compilers work that take seconds for a whole program.
import { parentPort, workerData } from 'node:worker_threads';
import type { CompileOutput, CompilerInput } from './compile-apart.js';
import { frameworkTools } from './framework-tools.js';
import { FRAMEWORKS } from './index.js';

const input = workerData as CompilerInput;
const framework = FRAMEWORKS.find(({ name }) => name === input.framework)!;
const tools = frameworkTools(input.folder, new Set(input.tags));
if ('check' in input) parentPort!.postMessage(await framework.typing!.check(input.check, tools));
else {
  const made = await framework.compileAll!(input.sources, tools);
  const output: CompileOutput = made.map((one) =>
    one instanceof Error ? { error: one.message } : { code: one },
  );
  parentPort!.postMessage(output);
}
