import { expect, it } from 'vitest';
import { fixFindings } from '../src/check/fix.js';
import type { Finding } from '../src/findings/finding.js';
import { openLibrary } from '../src/index.js';
import { writeElement, writeFiles } from './helpers.js';

const FILE = 'elements/quay-mast/quay-mast.html';

/** A finding of the view with a mend. */
const mend = (start: number, end: number, text: string, file = FILE): Finding => ({
  code: 'view/handler-not-called',
  severity: 'error',
  message: '',
  help: '',
  file,
  line: 1,
  column: 1,
  fix: { start, end, text },
});

it('makes all mends of a file at once, from its end, and leaves one of two that touch', async () => {
  const library = await openLibrary(
    writeElement({
      '.contract.yaml': 'contract: 1\ntag: quay-mast\n',
      '.html': '0123456789',
      '.css': ':host {}',
    }),
  );
  const { fix: _, ...without } = mend(0, 0, '');
  const [fixed, ...others] = fixFindings(
    [mend(2, 3, 'two'), mend(8, 9, ''), mend(2, 5, 'late'), mend(0, 0, '<'), without, mend(10, 10, '>')],
    library,
  );
  expect(others).toEqual([]);
  expect(fixed).toMatchObject({ file: FILE, before: '0123456789' });
  expect(fixed!.after).toBe('<01two345679>');
  // In the order in which they stand in the file.
  expect(fixed!.findings.map(({ fix }) => fix!.text)).toEqual(['<', 'two', '', '>']);
  expect(fixFindings([mend(0, 1, 'x', 'elsewhere.html')], library)).toEqual([]);
  expect(fixFindings([], library)).toEqual([]);
});

it.each([
  ['hosts: [html]\n', 'frameworks: [html]\n'],
  ['engines: [chromium]\n', 'browsers: [chromium]\n'],
  [
    'browsers: [{ engine: chromium, at: "http://127.0.0.1:4444" }]\n',
    'browsers: [{ browser: chromium, at: "http://127.0.0.1:4444" }]\n',
  ],
])('gives a key of an earlier version its name of today: %s', async (before, after) => {
  const root = writeFiles({ 'lastwright.yaml': `library: 1\n${before}` });
  const library = await openLibrary(root);
  expect(library.findings.map(({ code, help }) => [code, help])).toEqual([
    ['document/unknown-key', expect.stringContaining('Rename it')],
  ]);
  const [fixed] = fixFindings(library.findings, library);
  expect(fixed!.after).toBe(`library: 1\n${after}`);
  writeFiles({ 'lastwright.yaml': fixed!.after }, root);
  expect((await openLibrary(root)).findings.map(({ code }) => code)).toEqual(['library/empty']);
});
