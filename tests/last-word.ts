import { lastwright, writeElement } from './helpers.js';

/** How long a command that leaves something running goes on after its last word, in milliseconds. */
export async function ended(): Promise<number> {
  const root = writeElement(
    {
      '.contract.yaml': 'contract: 1\ntag: quay-mast\nproperties: { label: { type: string } }\n',
      '.html': '<p>{label}</p>',
    },
    // It is loaded before the command, and keeps the process alive for ever.
    { 'stay.mjs': 'setInterval(() => {}, 1000);\n' },
  );
  const began = Date.now();
  let last = began;
  const { stdout } = await lastwright(['check', '--no-types'], {
    cwd: root,
    env: { NODE_OPTIONS: `--import ${root}/stay.mjs` },
  });
  last = Date.now();
  const alone = Date.now();
  await lastwright(['check', '--no-types'], { cwd: root });
  if (!stdout.includes('1 element')) throw new Error(stdout);
  return last - began - (Date.now() - alone);
}
