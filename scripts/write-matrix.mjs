// Verifies the demo library in all frameworks and browsers, and writes the outcome into docs/frameworks.md.
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';

const MARK = '<!-- measured: -->';
const PAGE = 'docs/frameworks.md';
const { status, stdout, stderr } = spawnSync(
  process.execPath,
  [
    'bin/lastwright.js',
    'verify',
    '--library',
    'examples/quayside',
    '--format',
    'markdown',
    ...process.argv.slice(2).flatMap((browser) => ['--browser', browser]),
  ],
  { encoding: 'utf8', maxBuffer: 1 << 28 },
);
if (status !== 0) throw new Error(`verify ended with ${status}: ${stderr}`);
const page = readFileSync(PAGE, 'utf8');
writeFileSync(PAGE, `${page.slice(0, page.indexOf(MARK) + MARK.length)}\n\n${stdout}`);
