import * as fc from 'fast-check';
import { mkdirSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { PLAIN, examplePath } from '../src/findings/codes/code.js';
import { analyze, buildLibrary, checkReport, checkReportSchema, openLibrary } from '../src/index.js';
import { copyDemo, lastwright, readTree, scratchFolder, writeFiles } from './helpers.js';

const demo = readTree(copyDemo());
const texts = Object.entries(demo).filter(([path]) => path.includes('quay-berth/'));
const ENDINGS = ['.contract.yaml', '.html', '.css', '.ts', '.samples.yaml'] as const;

/** Checks an element with these files; every finding must have its place, and nothing may throw; what hangs runs into the test's own limit. */
async function survives(files: Record<string, string>): Promise<void> {
  const all = Object.entries({ ...PLAIN, ...files }).map(([path, text]) => [examplePath(path), text]);
  const folder = writeFiles(Object.fromEntries(all) as Record<string, string>);
  const analysis = analyze(await openLibrary(folder));
  checkReportSchema.parse(checkReport(analysis));
  for (const { file, line, column, help, message } of analysis.findings) {
    expect(file.startsWith('/') || file.includes('..')).toBe(false);
    expect([line, column].every((place) => Number.isInteger(place) && place > 0)).toBe(true);
    expect(help.length * message.length).toBeGreaterThan(0);
  }
  if (Object.values(files).join('').length < 5000) await buildLibrary(analysis);
}

/** A piece of a real file with a change in it: cut, doubled, or with something put in. */
const spoiled = fc
  .tuple(
    fc.constantFrom(...texts),
    fc.nat(),
    fc.nat(400),
    fc.oneof(
      fc.string(),
      fc.constantFrom(
        '{',
        '}',
        '<',
        '>',
        '"',
        "'",
        '&',
        '*a',
        '&a ',
        '!!',
        ': ',
        '\t',
        '${',
        '`',
        '\\',
        '</',
        '<!--',
        '/*',
        '\u0000',
        '\uFEFF',
        '\uE001',
        '�',
        '__proto__',
        'constructor',
      ),
    ),
  )
  .map(([[path, text], at, length, put]) => {
    const start = at % (text.length + 1);
    const ending = ENDINGS.find((one) => path.endsWith(one)) ?? '.html';
    return { [ending]: text.slice(0, start) + put + text.slice(start + (length % 40)) };
  });

describe('hostile and broken input', () => {
  it('of any text, in any file, is a finding or nothing', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...ENDINGS),
        fc.string({ unit: 'binary', maxLength: 300 }),
        (ending, text) => survives({ [ending]: text }),
      ),
      { numRuns: 100, interruptAfterTimeLimit: 40_000 },
    );
  });

  it('of spoiled real files is a finding or nothing', async () => {
    await fc.assert(
      fc.asyncProperty(spoiled, (files) => survives(files)),
      { numRuns: 150, interruptAfterTimeLimit: 40_000 },
    );
  });

  it('of class names of any characters is a finding or nothing', async () => {
    const odd = ['*:p-4', 'a(b', '[x', 'w-[calc(100%', '+', '\\\\', '{2', 'md:w-1/2', '!mt-2', '(?<n>'];
    for (const name of odd) await survives({ '.html': `<p class="${name} ${name}x">x</p>` });
    await fc.assert(
      fc.asyncProperty(fc.string({ unit: 'binary', maxLength: 12 }), (name) =>
        survives({ '.html': `<p class="${name.replace(/["&{]/g, '')}">x</p>` }),
      ),
      { numRuns: 60, interruptAfterTimeLimit: 30_000 },
    );
  });

  it('of truncated real files is a finding or nothing', async () => {
    for (const [path, text] of texts) {
      const ending = ENDINGS.find((one) => path.endsWith(one))!;
      for (let length = 0; length < text.length; length += 97)
        await survives({ [ending]: text.slice(0, length) });
    }
  });

  it('of expressions made at random is a finding or nothing', async () => {
    const expression = fc
      .array(
        fc.constantFrom(
          'label',
          'x',
          '(',
          ')',
          '[',
          ']',
          '.',
          '?',
          ':',
          '+',
          '=>',
          '{',
          '}',
          '...',
          ',',
          '`',
          '${',
          "'",
          '1',
          'new',
          'this',
          'await',
          ' in ',
          '//',
          '/*',
          '\n',
          'label.',
          '?.',
          '\\u0061',
        ),
        { maxLength: 12 },
      )
      .map((parts) => parts.join(''));
    await fc.assert(
      fc.asyncProperty(expression, (text) =>
        survives({
          '.html': `<p title="${text.replaceAll('"', '')}" onclick='${text.replaceAll("'", '')}'>{${text}}</p><template for-each="a of ${text.replaceAll('"', '')}"></template>`,
        }),
      ),
      { numRuns: 150, interruptAfterTimeLimit: 40_000 },
    );
  });

  it.each([
    [
      'a contract',
      { '.contract.yaml': `contract: 1\ntag: quay-mast\nsummary: "${'x'.repeat(1_000_000)}"\n` },
    ],
    [
      'a contract with many keys',
      {
        '.contract.yaml': `contract: 1\ntag: quay-mast\nproperties:\n${Array.from({ length: 8000 }, (_, number) => `  p${number}: { type: string, description: A property of many }\n`).join('')}`,
      },
    ],
    ['a view', { '.html': '<p>{label}</p>\n'.repeat(70_000) }],
    ['a view of one text', { '.html': `<p>${'a {label} '.repeat(100_000)}</p>` }],
    ['a view of braces', { '.html': '{'.repeat(1_000_000) }],
    ['a view with one attribute', { '.html': `<p class="${'{label} '.repeat(50_000)}"></p>` }],
    ['a style', { '.css': '.a{color:var(--quay-mast-x)}\n'.repeat(35_000) }],
    [
      'a behavior',
      {
        '.ts':
          'export function f(a) { a.emit("x"); }\n'.replace('f', 'f0').repeat(1) +
          'const x = 1;\n'
            .repeat(1)
            .concat(
              Array.from(
                { length: 20_000 },
                (_, number) => `function f${number + 1}(a: unknown) { return a; }\n`,
              ).join(''),
            ),
      },
    ],
    ['deep lists', { '.contract.yaml': `tag: ${'['.repeat(20_000)}${']'.repeat(20_000)}` }],
    ['deep blocks', { '.html': '<template when="label">'.repeat(3000) + '</template>'.repeat(3000) }],
    ['deep selectors', { '.css': `${':is('.repeat(2000)}a${')'.repeat(2000)} { color: red }` }],
    ['deep expressions', { '.html': `<p>{${'('.repeat(5000)}label${')'.repeat(5000)}}</p>` }],
    ['deep code', { '.ts': `export const a = ${'['.repeat(3000)}${']'.repeat(3000)};` }],
    [
      'aliases that multiply',
      {
        '.contract.yaml': `a: &a [x, x, x, x, x, x, x, x, x]\n${'bcdefghi'
          .split('')
          .map((name, place) => `${name}: &${name} [${`*${'abcdefgh'[place]}, `.repeat(9)}]`)
          .join('\n')}\n`,
      },
    ],
    ['tags', { '.contract.yaml': 'contract: !!js/function "function () {}"\ntag: !<tag:x> quay-mast\n' }],
  ])('of a megabyte, or nested deep: %s', async (_, files) => survives(files as Record<string, string>));

  it('in another encoding is a finding', async () => {
    const folder = writeFiles(
      Object.fromEntries(Object.entries(PLAIN).map(([path, text]) => [examplePath(path), text])),
    );
    for (const encoding of ['utf16le', 'latin1'] as const) {
      for (const ending of ENDINGS) {
        const path = join(folder, examplePath(ending));
        mkdirSync(join(path, '..'), { recursive: true });
        writeFileSync(
          path,
          Buffer.from(`\uFEFF${demo[`elements/quay-berth/quay-berth${ending}`]}ÄÖ`, encoding),
        );
      }
      const { status, stdout, stderr } = await lastwright([
        'check',
        '--json',
        '--no-types',
        '--library',
        folder,
      ]);
      expect([0, 1]).toContain(status);
      checkReportSchema.parse(JSON.parse(stdout));
      expect(stderr).toBe('');
    }
  });

  it.each([
    ['elements: ../../*', 'library/path'],
    ['elements: /etc/*', 'library/path'],
    ['elements: "C:\\\\x"', 'library/path'],
    ['output: ../out', 'library/path'],
    ['traits: ../*', 'library/path'],
    ['definitions: ../../etc/passwd', 'library/path'],
  ])('of a path that climbs out is a finding: %s', async (line, code) => {
    const files = Object.entries({ ...PLAIN, 'lastwright.yaml': `library: 1\n${line}\n` }).map(
      ([path, text]) => [examplePath(path), text],
    );
    const folder = writeFiles(Object.fromEntries(files) as Record<string, string>);
    const { status, stdout } = await lastwright(['check', '--json', '--no-types', '--library', folder]);
    expect(status).toBe(1);
    expect(checkReportSchema.parse(JSON.parse(stdout)).findings.map((finding) => finding.code)).toEqual([
      code,
    ]);
  });

  it('in folders that lead elsewhere is not read', async () => {
    const outside = writeFiles({
      'quay-secret.contract.yaml': 'contract: 1\ntag: quay-secret\n',
      'quay-secret.html': 'secret',
    });
    const folder = writeFiles({
      'lastwright.yaml': 'library: 1\n',
      'elements/quay-mast/quay-mast.contract.yaml': PLAIN['.contract.yaml']!,
      'elements/quay-mast/quay-mast.html': PLAIN['.html']!,
    });
    symlinkSync(outside, join(folder, 'elements/quay-secret'));
    const { elements } = analyze(await openLibrary(folder));
    expect(elements.map(({ contract }) => contract.tag)).toEqual(['quay-mast']);
    expect(scratchFolder()).toBeTruthy();
  });
});
