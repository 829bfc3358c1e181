// The entry of the thread in which compilers work that take seconds for a whole program.
import { parentPort, workerData } from 'node:worker_threads';
import type { CompileOutput, CompilerInput } from './compile-apart.js';
import { hostTools } from './host-tools.js';
import { HOSTS } from './index.js';

const input = workerData as CompilerInput;
const host = HOSTS.find(({ name }) => name === input.host)!;
const tools = hostTools(input.folder, new Set(input.tags));
if ('check' in input) parentPort!.postMessage(await host.typing!.check(input.check, tools));
else {
  const made = await host.compileAll!(input.sources, tools);
  const output: CompileOutput = made.map((one) =>
    one instanceof Error ? { error: one.message } : { code: one },
  );
  parentPort!.postMessage(output);
}
