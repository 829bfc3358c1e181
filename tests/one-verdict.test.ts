import { mkdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { basename, join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { checkReportSchema, type Finding, type VerifyReport } from '../src/index.js';
import { asRefusal } from '../src/system/refusal.js';
import { PageServer } from '../src/verify/page-server.js';
import { lastwright, readTree, scratchFolder, writeElement, writeFiles } from './helpers.js';

const CONTRACT =
  'contract: 1\ntag: quay-mast\nproperties: { label: { type: string, default: A }, flags: { type: array, items: { type: string }, default: [] } }\n';

/** What a command finds in a library, by code. */
async function found(command: string, folder: string): Promise<string[]> {
  const { stdout } = await lastwright([command, '--json', '--library', folder]);
  const { findings } = JSON.parse(stdout) as { findings: { code: string; severity: string }[] };
  return findings.filter(({ severity }) => severity === 'error').map(({ code }) => code);
}

describe('one verdict', () => {
  it.each([
    ['a type', { '.contract.yaml': CONTRACT, '.html': '<b>{label.lenght}</b>' }, 'view/type'],
    ['a name', { '.contract.yaml': CONTRACT, '.html': '<b>{lable}</b>' }, 'view/unknown-name'],
    [
      'a behavior’s type',
      {
        '.contract.yaml': CONTRACT,
        '.html': '<b>{label}</b>',
        '.ts':
          "import type { Inside } from './quay-mast.contract.yaml';\nexport function connected(mast: Inside) { mast.label = 5; }\n",
      },
      'behavior/type',
    ],
  ])('on %s: check, build and verify find the same, and nothing is built', async (_, files, code) => {
    const folder = writeElement(files as Record<string, string>, {
      'package.json': '{ "name": "masts", "version": "1.0.0" }',
    });
    for (const command of ['check', 'build', 'verify'])
      expect(await found(command, folder), command).toEqual([code]);
    expect(Object.keys(readTree(folder)).filter((path) => path.startsWith('dist/'))).toEqual([]);
  });

  it('speaks of what the author wrote', async () => {
    const folder = writeElement({
      '.contract.yaml': CONTRACT,
      '.html': '<b>{flags.lenght}{word(label, 5)}{flags.map(word)}</b>',
      '.ts': 'export function word(mast: unknown, text: string) { return text; }\n',
      '.css': ':host { display: block; } b { color: red',
    });
    const { stdout } = await lastwright(['check', '--json', '--library', folder]);
    const { findings } = checkReportSchema.parse(JSON.parse(stdout));
    const words = findings.map(({ message }) => message).join('\n');
    expect(words).toMatch(/takes 1 argument beside the element's inside, not 2/);
    expect(words).not.toMatch(/framework\.|Rest parameter|spread argument|Expected \d|Invalid state/);
  });
});

describe('what cannot be trusted', () => {
  it.each(['.lastwright', 'dist'])('a link in the place of %s that leads out is refused', async (name) => {
    const folder = writeElement({ '.contract.yaml': CONTRACT, '.html': '<b>{label}</b>' });
    const outside = scratchFolder();
    symlinkSync(outside, join(folder, name));
    for (const command of ['check', 'build']) {
      const { status, stderr } = await lastwright([command, '--library', folder]);
      expect([status, stderr]).toEqual([2, expect.stringContaining('leads out of the library')]);
    }
    expect(readTree(outside)).toEqual({});
  });

  it('control characters and direction marks are shown, in every format, and never sent', async () => {
    const folder = writeElement({
      '.contract.yaml': CONTRACT,
      '.html': '<b>{label}</b><i title="\u001b]0;x\u0007">{la\u202eble}</i><u>{"\u001b[31m" + lable}</u>',
    });
    for (const format of ['pretty', 'json', 'sarif', 'junit', 'markdown', 'github']) {
      const { stdout, stderr } = await lastwright(['check', '--format', format, '--library', folder]);
      // eslint-disable-next-line no-control-regex
      expect(stdout + stderr, format).not.toMatch(/[\u0000-\u0008\u000b-\u001f\u202a-\u202e]/);
    }
  });

  it('files in UTF-16, and views that are too large, are named as such; a byte order mark is none of the text', async () => {
    const folder = writeElement({
      '.contract.yaml': CONTRACT,
      '.html': `\ufeff<b>{label}</b>`,
      '.css': ':host { display: block; }',
    });
    const check = async () =>
      checkReportSchema.parse(JSON.parse((await lastwright(['check', '--json', '--library', folder])).stdout))
        .findings;
    expect(await check()).toEqual([]);
    await lastwright(['build', '--library', folder]);
    expect(readTree(folder)['dist/classes/quay-mast.js']).not.toContain('\ufeff');
    const view = join(folder, 'elements/quay-mast/quay-mast.html');
    writeFileSync(view, Buffer.from('\ufeff<b>{label}</b>', 'utf16le'));
    expect((await check()).map(({ message }) => message)).toEqual(['The file is written in UTF-16.']);
    writeFileSync(view, `<b>${'x'.repeat(2_000_001)}</b>`);
    expect((await check()).map(({ message }) => message)).toEqual(['The file is larger than 2 MB.']);
  });

  it('a self-referring alias, a broken address, an unreadable package are findings', async () => {
    for (const [files, more, code] of [
      [
        { '.contract.yaml': 'contract: 1\ntag: quay-mast\nproperties: &a [*a]\n', '.html': 'x' },
        {},
        /^document/,
      ],
      [
        {
          '.contract.yaml': CONTRACT,
          '.html': '<b>{label}</b>',
          '.css': ':host { display: block; background: url("%zz") }',
        },
        {},
        /^build\/missing-file/,
      ],
      [
        { '.contract.yaml': CONTRACT, '.html': '<b>{label}</b>' },
        { 'package.json': '{ name' },
        /^library\/package/,
      ],
      [
        { '.contract.yaml': CONTRACT, '.html': '<b>{label}</b>' },
        { 'package.json': '\ufeff{ "name": "masts" }' },
        /^library\/package/,
      ],
    ] as const) {
      const { stdout, stderr, status } = await lastwright([
        'build',
        '--json',
        '--library',
        writeElement(files as never, more as never),
      ]);
      expect(stderr).not.toContain('itself failed');
      expect(status).toBe(1);
      expect((JSON.parse(stdout) as { findings: { code: string }[] }).findings[0]!.code).toMatch(code);
    }
  });

  it('a module that reaches out of the library through another one is told at its import', async () => {
    const folder = writeElement({
      '.contract.yaml': CONTRACT,
      '.html': '<b>{label} {word()}</b>',
      '.ts': "import { said } from './help.js';\nexport function word() { return said; }\n",
    });
    const outside = `${folder}.js`;
    writeFileSync(outside, "export const said = 'ahoy';\n");
    const help = `// helps\nexport { said } from '../../../${basename(outside)}';\n`;
    writeFileSync(join(folder, 'elements/quay-mast/help.ts'), help);
    const { stdout, status } = await lastwright(['build', '--json', '--library', folder]);
    rmSync(outside);
    expect(status).toBe(0);
    const { findings } = JSON.parse(stdout) as { findings: Finding[] };
    expect(findings.map(({ code, file, line, column }) => [code, file, line, column])).toEqual([
      ['behavior/outside', 'elements/quay-mast/help.ts', 2, 22],
    ]);
  });

  it('a report that cannot be written takes nothing away of what was found, and is no fault of the tool', async () => {
    const folder = writeElement({ '.contract.yaml': CONTRACT, '.html': '<b>{label}</b>' });
    const taken = join(folder, 'elements');
    const flags = ['--framework', 'html', '--facet', 'properties'];
    const command = ['verify', ...flags, '--library', folder, '--report', taken];
    const { stdout, stderr, status } = await lastwright(command);
    expect(status).toBe(2);
    expect(stdout).toMatch(/\d+ fit, /);
    expect(stderr).toContain('elements cannot be used: ');
    expect(stderr).toContain('There is a folder where a file should be: move it away.');
    expect(stderr).not.toContain('itself failed');
    expect(Object.keys(readTree(folder)).filter((path) => path.endsWith('.new'))).toEqual([]);
  });

  it('what the system refuses is told with what to do about it', () => {
    const refused = (code: string, message: string): unknown =>
      asRefusal(Object.assign(new Error(message), { code }), 'dist/a.js');
    expect(refused('ENOSPC', 'ENOSPC: no space left on device, write')).toMatchObject({
      message: 'dist/a.js cannot be used: no space left on device.',
      help: 'Make room on the disk.',
    });
    expect(refused('ECONNRESET', 'ECONNRESET: gone')).toBeUndefined();
    expect(asRefusal(new TypeError('x is not a function'))).toBeUndefined();
  });

  it('the server of verify answers nobody but its own pages', async () => {
    const server = new PageServer();
    server.put('/a.js', 'a');
    await server.start();
    const { port } = new URL(server.origin);
    const status = (host: string): Promise<number | undefined> =>
      new Promise((resolve, reject) => {
        request({ host: '127.0.0.1', port, path: '/a.js', headers: { host } }, (response) => {
          response.resume();
          resolve(response.statusCode);
        })
          .on('error', reject)
          .end();
      });
    expect(await status(`127.0.0.1:${port}`)).toBe(200);
    expect(await status(`harbor.example:${port}`)).toBe(421);
    await server.stop();
  });
});

describe('what a consumer passes is recorded by a sample', () => {
  it('with the arguments of each call', async () => {
    const folder = writeElement(
      {
        '.contract.yaml':
          'contract: 1\ntag: quay-mast\nproperties: { pick: { function: { parameters: [{ name: by, schema: { type: number } }], returns: { type: string } } } }\nparts: { knob: {} }\n',
        '.html': '<button part="knob" onclick="choose()">Pick</button><output>{said}</output>',
        '.ts':
          "export const state = () => ({ said: '' });\nexport function choose(mast) { mast.state.said = mast.pick?.(3) ?? 'nobody'; }\n",
        '.samples.yaml': `
- sample: Somebody is asked
  callbacks: { pick: three }
  steps:
    - click: knob
    - expect: { called: pick, with: [3], text: { output: three } }
- sample: Asked otherwise
  callbacks: { pick: null }
  steps:
    - click: knob
    - expect: { called: pick, with: [4] }
`,
      },
      { 'lastwright.yaml': 'library: 1\nframeworks: [html, react, vue]\n' },
    );
    mkdirSync(join(folder, 'empty'));
    const flags = ['--json', '--no-types', '--facet', 'samples'];
    const { stdout } = await lastwright(['verify', ...flags, '--library', folder]);
    const { results } = JSON.parse(stdout) as VerifyReport;
    for (const framework of ['html', 'react', 'vue']) {
      const verdicts = results
        .filter((result) => result.facet === 'samples' && result.framework === framework)
        .map(({ subject, verdict }) => [subject, verdict]);
      expect(verdicts).toEqual([
        ['Somebody is asked', 'fits'],
        ['Asked otherwise', 'fails'],
      ]);
    }
  });
});

describe('csp', () => {
  const files = (promise: string) => ({
    'lastwright.yaml': 'library: 1\n',
    'package.json': '{ "name": "masts", "version": "1.0.0" }',
    'elements/quay-mast/quay-mast.contract.yaml': `contract: 1\ntag: quay-mast\nwraps: { element: ./mast.ts }\n${promise}`,
    'elements/quay-mast/mast.ts':
      "export default class extends HTMLElement {\n  connectedCallback() {\n    if (!this.shadowRoot) this.attachShadow({ mode: 'open' }).innerHTML = '<style>b { color: red }</style><b>Mast</b>';\n  }\n}\n",
  });

  it.each([
    ['', 'care', /the page must .*trustedTypes\.createPolicy/],
    ['promises: { policy: strict }\n', 'fails', /require-trusted-types-for|TrustedHTML/],
  ])('of a class that promises %j is %s', async (promise, verdict, note) => {
    const folder = writeFiles(files(promise));
    const flags = ['--json', '--no-types', '--facet', 'csp'];
    const { stdout } = await lastwright(['verify', ...flags, '--library', folder]);
    const { results } = JSON.parse(stdout) as VerifyReport;
    const [policy] = results.filter(({ facet }) => facet === 'csp');
    expect(policy).toMatchObject({ verdict, note: expect.stringMatching(note) as string });
  });
});
