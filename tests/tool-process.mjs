// The built tool in a process that stays: tests ask it for one command after the other, as if they started the program,
// without starting Node and loading the same code for each.
import { createRequire } from 'node:module';
import { pathToFileURL } from 'node:url';

const require = createRequire(import.meta.url);
const { run } = require('@oclif/core/run');
const { handle, Exit } = require('@oclif/core/handle');
const root = pathToFileURL(require.resolve('../bin/lastwright.js')).href;
const SIGNALS = ['SIGHUP', 'SIGINT', 'SIGTERM'];

Exit.exit = (status = 0) => {
  process.exitCode = status;
};

process.on('message', ({ args, cwd, env }) => {
  void answer(args, cwd, env).then((result) => process.send(result));
});

async function answer(args, cwd, env) {
  const said = { stdout: '', stderr: '' };
  for (const name of ['stdout', 'stderr'])
    process[name].write = (text, ...rest) => {
      said[name] += String(text);
      rest.find((one) => typeof one === 'function')?.();
      return true;
    };
  const before = new Set(SIGNALS.flatMap((signal) => process.listeners(signal)));
  process.chdir(cwd);
  for (const name of Object.keys(process.env)) if (!(name in env)) delete process.env[name];
  Object.assign(process.env, env);
  process.argv.splice(2, Infinity, ...args);
  process.exitCode = undefined;
  await run(args, root).catch(handle);
  for (const signal of SIGNALS)
    for (const listener of process.listeners(signal))
      if (!before.has(listener)) process.off(signal, listener);
  return { status: Number(process.exitCode ?? 0), ...said };
}
