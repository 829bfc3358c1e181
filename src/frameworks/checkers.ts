import { spawn } from 'node:child_process';
import { createRequire } from 'node:module';
import { basename, dirname, join } from 'node:path';
import { atEnd } from '../system/at-exit.js';
import { hearText } from '../system/hear-text.js';
import { readTypeScriptOutput } from '../system/typescript-output.js';
import type { FrameworkTools } from './framework.js';
import type { CheckerDiagnostic } from './typed-use.js';

/** TypeScript's own checker, the one that the tool brings. */
export async function checkWithTsc(folder: string): Promise<CheckerDiagnostic[]> {
  const home = dirname(createRequire(import.meta.url).resolve('typescript-7/package.json'));
  return parseTsc(await run([join(home, 'bin/tsc'), '-p', folder, '--pretty', 'false'], folder));
}

/** Vue's checker: TypeScript with the templates of components. */
export async function checkWithVueTsc(
  folder: string,
  { resolve }: FrameworkTools,
): Promise<CheckerDiagnostic[]> {
  const bin = join(dirname(resolve('vue-tsc/package.json')), 'bin/vue-tsc.js');
  return parseTsc(await run([bin, '-p', folder, '--pretty', 'false'], folder));
}

/** Svelte's checker. */
export async function checkWithSvelteCheck(
  folder: string,
  { resolve }: FrameworkTools,
): Promise<CheckerDiagnostic[]> {
  const bin = join(dirname(resolve('svelte-check/package.json')), 'bin/svelte-check');
  const args = ['--workspace', folder, '--tsconfig', './tsconfig.json', '--output', 'machine-verbose'];
  const output = await run([bin, ...args, '--threshold', 'error'], folder);
  const found = [...output.matchAll(/^\d+ (\{.*\})$/gm)].map(
    ([, json]) =>
      JSON.parse(json!) as { type: string; filename: string; start: { line: number }; message: string },
  );
  if (!/^\d+ COMPLETED/m.test(output))
    throw new Error(`svelte-check did not come to an end: ${output.trim()}`);
  return found
    .filter(({ type }) => type === 'ERROR')
    .map(({ filename, start, message }) => ({ file: basename(filename), line: start.line + 1, message }));
}

function parseTsc(output: string): CheckerDiagnostic[] {
  const { diagnostics, rest } = readTypeScriptOutput(output);
  if (diagnostics.length === 0 && rest !== '') throw new Error(rest);
  return diagnostics.map(({ path, line, message }) => ({ file: basename(path), line, message }));
}

/** Runs a program of Node's; gives what it says. */
function run(args: readonly string[], cwd: string): Promise<string> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, args, { cwd, stdio: ['ignore', 'pipe', 'pipe'] });
    const forget = atEnd(() => void child.kill());
    let output = '';
    for (const stream of [child.stdout, child.stderr]) hearText(stream, (text) => (output += text));
    child.on('error', reject);
    child.on('close', () => {
      forget();
      resolve(output);
    });
  });
}
