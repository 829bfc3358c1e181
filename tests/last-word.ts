import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { REPOSITORY, writeElement } from './helpers.js';

/** How long a command goes on after its last word, in milliseconds, where something in it would run for ever. */
export async function afterLastWord(): Promise<number> {
  const root = writeElement(
    {
      '.contract.yaml': 'contract: 1\ntag: quay-mast\nproperties: { label: { type: string } }\n',
      '.html': '<p>{label}</p>',
    },
    // It is loaded before the command, and keeps the process alive.
    { 'stay.mjs': 'setInterval(() => {}, 1000);\n' },
  );
  const program = join(REPOSITORY, 'bin/lastwright.js');
  const child = spawn(process.execPath, ['--import', join(root, 'stay.mjs'), program, 'check'], {
    cwd: root,
    env: { ...process.env, NO_COLOR: '1' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let said = '';
  let last = 0;
  child.stdout.on('data', (data: Buffer) => {
    said += data.toString();
    last = performance.now();
  });
  const status = await new Promise((resolve) => child.once('exit', resolve));
  const end = performance.now();
  if (status !== 0 || !said.includes('1 element'))
    throw new Error(`It ended with ${String(status)}: ${said}`);
  return end - last;
}
