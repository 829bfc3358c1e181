import { spawn } from 'node:child_process';
import {
  cpSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { buildReportSchema, checkReportSchema, verifyReportSchema } from '../src/index.js';
import { hearText } from '../src/system/hear-text.js';
import {
  copyDemo,
  FACETS,
  lastwright,
  readTree,
  REPOSITORY,
  scratchFolder,
  writeElement,
  writeFiles,
  toolWithout,
} from './helpers.js';

const CONTRACT = 'contract: 1\ntag: quay-mast\nproperties: { label: { type: string } }\n';

function change(folder: string, file: string, from: string, to: string): void {
  const path = join(folder, file);
  const text = readFileSync(path, 'utf8');
  expect(text).toContain(from);
  writeFileSync(path, text.replace(from, to));
}

describe('lastwright', () => {
  it('tells its version and its commands', async () => {
    const { version } = JSON.parse(readFileSync(join(REPOSITORY, 'package.json'), 'utf8')) as {
      version: string;
    };
    expect((await lastwright(['--version'])).stdout).toContain(`lastwright/${version}`);
    const { stdout, status } = await lastwright(['--help']);
    expect(status).toBe(0);
    for (const command of ['build', 'check', 'demo', 'verify']) expect(stdout).toContain(command);
  });

  it.each([
    ['an unknown command', ['chekc'], /chekc/],
    ['an unknown flag', ['check', '--jsn'], /jsn/],
    ['a folder that is not there', ['check', '--library', 'no-such-folder'], /There is no folder/],
    ['a folder without a library', ['check', '--library', scratchFolder()], /no lastwright\.yaml/],
    [
      'an unknown framework',
      ['verify', '--library', 'examples/quayside', '--framework', 'rect'],
      /Did you mean "react"/,
    ],
    [
      'an unknown element',
      ['verify', '--library', 'examples/quayside', '--element', 'quay-bert'],
      /Did you mean "quay-berth"/,
    ],
    [
      'an unknown browser',
      ['verify', '--library', 'examples/quayside', '--browser', 'firefux'],
      /Did you mean "firefox"/,
    ],
    ['a folder for the demo that is not empty', ['demo', 'src'], /not empty/],
  ])('ends with 2 and a plain sentence for %s', async (_, args, message) => {
    const { status, stdout, stderr } = await lastwright(args);
    expect(status).toBe(2);
    expect(stderr).toMatch(message);
    expect(stdout + stderr).not.toMatch(/\n\s+at /);
  });
});

describe('verify', () => {
  it.each([
    [
      'a browser that nobody knows',
      { 'lastwright.yaml': 'library: 1\nbrowsers: [chrom]\n' },
      'library/unknown-browser',
    ],
    [
      'a framework that nobody knows',
      { 'lastwright.yaml': 'library: 1\nframeworks: [rect]\n' },
      'library/unknown-framework',
    ],
    [
      'a slot without a name',
      { 'elements/x-y/x-y.html': '<slot name="{1}"></slot>\n<p>{nobody}</p>\n' },
      'view/',
    ],
  ])('verifies nothing where the check finds %s, and says so', async (_, wrong, code) => {
    const folder = writeFiles({
      'lastwright.yaml': 'library: 1\n',
      'elements/x-y/x-y.contract.yaml': 'contract: 1\ntag: x-y\n',
      'elements/x-y/x-y.html': '<p>x</p>\n',
      ...wrong,
    });
    const { status, stdout, stderr } = await lastwright(['verify', '--library', folder]);
    expect([status, stdout, stderr]).toEqual([1, expect.stringContaining(code), '']);
    expect(stdout).toContain('Nothing was verified.');
  });
});

describe('check', () => {
  it('finds nothing wrong with the demo, from any folder below its root', async () => {
    const folder = copyDemo();
    const { status, stdout } = await lastwright(['check', '--json'], {
      cwd: join(folder, 'elements/quay-berth'),
    });
    expect(status).toBe(0);
    expect(checkReportSchema.parse(JSON.parse(stdout))).toEqual({
      findings: [],
      summary: { elements: 12, errors: 0, warnings: 0 },
    });
  });

  it('shows a finding with its line, its code and a way out', async () => {
    const folder = copyDemo();
    change(folder, 'elements/quay-berth/quay-berth.html', '{label}', '{lable}');
    const { status, stdout } = await lastwright(['check', '--library', folder]);
    expect(status).toBe(1);
    expect(stdout).toContain('elements/quay-berth/quay-berth.html');
    expect(stdout).toMatch(
      /2:39\s+error\s+The name "lable" is not known in this view\.\s+view\/unknown-name/,
    );
    expect(stdout).toContain('2 │   <h3 part="title" onclick="claim()">{lable}</h3>');
    expect(stdout).toContain('→ Did you mean "label"?');
    expect(stdout).toContain('12 elements: 1 error, 0 warnings');
  });

  it.each([
    [
      'a slot that the contract does not have',
      '.html',
      '<p>{label}</p><slot name="top"></slot>',
      'slot/undeclared',
      1,
      21,
    ],
    [
      'a part that the contract does not have',
      '.html',
      '<p part="pole">{label}</p>',
      'part/undeclared',
      1,
      4,
    ],
    [
      'an event that the contract does not have',
      '.ts',
      "export const go = (mast) => mast.emit('mast-raise');",
      'event/undeclared',
      1,
      39,
    ],
    ['a function that nobody uses', '.ts', 'export function go() {}', 'behavior/unused', 1, 17],
    [
      'a style that cannot be parsed',
      '.css',
      ':host { color: red\n.x {',
      'style/syntax',
      undefined,
      undefined,
    ],
    [
      'a sample with an unknown property',
      '.samples.yaml',
      '- sample: x\n  properties: { lable: A }',
      'sample/unknown-property',
      2,
      17,
    ],
    [
      'a sample with an unknown event',
      '.samples.yaml',
      '- sample: x\n  steps: [{ expect: { event: mast-rise } }]',
      'sample/unknown-event',
      2,
      30,
    ],
    [
      'a sample with an unknown part',
      '.samples.yaml',
      '- sample: x\n  steps: [{ click: pole }]',
      'sample/unknown-part',
      2,
      20,
    ],
    [
      'a step that does two things',
      '.samples.yaml',
      '- sample: x\n  steps: [{ click: p, call: y }]',
      'sample/step',
      2,
      11,
    ],
  ])('finds %s', async (_, ending, text, code, line, column) => {
    const folder = writeElement({ '.contract.yaml': CONTRACT, '.html': '<p>{label}</p>', [ending]: text });
    const { findings } = checkReportSchema.parse(
      JSON.parse((await lastwright(['check', '--json', '--library', folder])).stdout),
    );
    const finding = findings.find((other) => other.code === code);
    expect(finding, JSON.stringify(findings)).toBeDefined();
    if (line) expect([finding!.line, finding!.column]).toEqual([line, column]);
  });

  it.each([
    ['slots', 'slots: { top: {} }', 'slot/missing', 4],
    ['parts', 'parts: { pole: {} }', 'part/missing', 4],
    ['methods', 'methods: { raise: {} }', 'method/missing', 4],
    ['events', 'events: { mast-raise: {} }', 'event/never-emitted', 4],
  ])('finds %s that the contract promises and nothing has', async (_, promise, code, line) => {
    const folder = writeElement({
      '.contract.yaml': `${CONTRACT}${promise}\n`,
      '.html': '<p>{label}</p>',
      '.ts': 'export {};',
    });
    const { findings } = checkReportSchema.parse(
      JSON.parse((await lastwright(['check', '--json', '--library', folder])).stdout),
    );
    expect(findings.map((finding) => [finding.code, finding.line])).toEqual([[code, line]]);
  });

  it.each([
    ['no element', { 'lastwright.yaml': 'library: 1\n' }, 'library/empty'],
    [
      'a folder without a contract',
      { 'lastwright.yaml': 'library: 1\n', 'elements/x/x.html': '' },
      'library/no-contract',
    ],
    [
      'two contracts',
      {
        'lastwright.yaml': 'library: 1\n',
        'elements/x/x.contract.yaml': '',
        'elements/x/y.contract.yaml': '',
      },
      'library/two-contracts',
    ],
    ['elements outside', { 'lastwright.yaml': 'library: 1\nelements: ../*\n' }, 'library/path'],
    ['an output outside', { 'lastwright.yaml': 'library: 1\noutput: /tmp/x\n' }, 'library/path'],
    ['the root as output', { 'lastwright.yaml': "library: 1\noutput: '.'\n" }, 'library/path'],
    ['an unknown key', { 'lastwright.yaml': 'library: 1\nframework: [html]\n' }, 'document/unknown-key'],
    [
      'an unknown framework',
      { 'lastwright.yaml': 'library: 1\nframeworks: [rect]\n' },
      'library/unknown-framework',
    ],
    [
      'an unknown browser',
      { 'lastwright.yaml': 'library: 1\nbrowsers: [chrom]\n' },
      'library/unknown-browser',
    ],
    ['a broken configuration', { 'lastwright.yaml': 'library: [\n' }, 'document/syntax'],
    [
      'an element without a view',
      { 'lastwright.yaml': 'library: 1\n', 'elements/x/x.contract.yaml': CONTRACT },
      'view/missing',
    ],
    [
      'one tag for two elements',
      {
        'lastwright.yaml': 'library: 1\n',
        'elements/x/x.contract.yaml': CONTRACT,
        'elements/x/x.html': '',
        'elements/y/y.contract.yaml': CONTRACT,
        'elements/y/y.html': '',
      },
      'tag/duplicate',
    ],
  ])('finds a library with %s', async (_, files, code) => {
    const { stdout, status } = await lastwright([
      'check',
      '--json',
      '--library',
      writeFiles(files as Record<string, string>),
    ]);
    const { findings } = checkReportSchema.parse(JSON.parse(stdout));
    expect(findings.map((finding) => finding.code)).toContain(code);
    expect(status).toBe(1);
  });

  it('reads no file outside the library, not even through a link', async () => {
    const outside = writeFiles({ 'secret.yaml': 'contract: 1\ntag: quay-secret\n' });
    const folder = writeElement({ '.contract.yaml': CONTRACT, '.html': '<p></p>' });
    mkdirSync(join(folder, 'elements/linked'));
    symlinkSync(join(outside, 'secret.yaml'), join(folder, 'elements/linked/linked.contract.yaml'));
    const { stdout } = await lastwright(['check', '--json', '--library', folder]);
    expect(stdout).not.toContain('quay-secret');
    expect(stdout).toContain('library/unreadable');
  });
});

describe('check, for other programs', () => {
  const broken = (): string =>
    writeElement({
      '.contract.yaml': CONTRACT,
      '.html': '<b onclick="go">{label}</b><p>{lable}</p>',
      '.ts': 'export function go() {}',
      '.css': 'p { color: red }',
    });

  it('writes SARIF', async () => {
    const { stdout, status } = await lastwright(['check', '--format', 'sarif', '--library', broken()]);
    expect(status).toBe(1);
    const log = JSON.parse(stdout) as {
      version: string;
      runs: {
        results: { ruleId: string; level: string; locations: { physicalLocation: { region: object } }[] }[];
        tool: { driver: { rules: { id: string }[] } };
      }[];
    };
    expect(log.version).toBe('2.1.0');
    expect(log.runs[0]!.results.map(({ ruleId, level }) => [ruleId, level])).toContainEqual([
      'view/unknown-name',
      'error',
    ]);
    expect(log.runs[0]!.results[0]!.locations[0]!.physicalLocation.region).toMatchObject({ startLine: 1 });
    expect(log.runs[0]!.tool.driver.rules.map(({ id }) => id)).toContain('view/unknown-name');
  });

  it('writes JUnit, Markdown and annotations', async () => {
    const folder = broken();
    const junit = (await lastwright(['check', '--format', 'junit', '--library', folder])).stdout;
    expect(junit).toMatch(/^<\?xml/);
    expect(junit).toContain('<failure type="view/unknown-name"');
    const markdown = (await lastwright(['check', '--format', 'markdown', '--library', folder])).stdout;
    expect(markdown).toMatch(/\| error \| `elements\/quay-mast\/quay-mast\.html:1:32` \|/);
    const github = (await lastwright(['check', '--format', 'github', '--library', folder])).stdout;
    expect(github).toContain(
      '::error file=elements/quay-mast/quay-mast.html,line=1,col=32,title=view/unknown-name::',
    );
  });

  it('leaves out warnings with --quiet, and counts them with --max-warnings', async () => {
    const folder = writeElement({
      '.contract.yaml': CONTRACT,
      '.html': '<p>{label}</p>',
      '.css': 'p { color: red }',
    });
    expect((await lastwright(['check', '--library', folder])).stdout).toContain('style/host-inline');
    expect((await lastwright(['check', '--quiet', '--library', folder])).stdout).not.toContain(
      'style/host-inline',
    );
    expect((await lastwright(['check', '--max-warnings', '1', '--library', folder])).status).toBe(0);
    expect((await lastwright(['check', '--max-warnings', '0', '--library', folder])).status).toBe(1);
  });

  it('takes severities from the configuration', async () => {
    const files = { '.contract.yaml': CONTRACT, '.html': '<p>{label}</p>', '.css': 'p { color: red }' };
    const severities = async (severity: string) => {
      const folder = writeElement(files, {
        'lastwright.yaml': `library: 1\nseverity: { style/host-inline: ${severity} }\n`,
      });
      const { stdout, status } = await lastwright(['check', '--json', '--library', folder]);
      return [
        checkReportSchema
          .parse(JSON.parse(stdout))
          .findings.map((finding) => finding.severity)
          .join(),
        status,
      ];
    };
    expect(await severities('error')).toEqual(['error', 1]);
    expect(await severities('note')).toEqual(['note', 0]);
    expect(await severities('off')).toEqual(['', 0]);
  });

  it('mends what is certain and shows it', async () => {
    const folder = writeElement({
      '.contract.yaml': CONTRACT,
      '.html': '<p onclick="go">{label}</p>',
      '.ts': 'export function go() {}',
      '.css': 'p { color: red }',
    });
    const { stdout, status } = await lastwright(['check', '--fix', '--library', folder]);
    expect(status).toBe(0);
    expect(stdout).toContain('  - <p onclick="go">{label}</p>');
    expect(stdout).toContain('  + <p onclick="go()">{label}</p>');
    const tree = readTree(folder);
    expect(tree['elements/quay-mast/quay-mast.html']).toBe('<p onclick="go()">{label}</p>');
    expect(tree['elements/quay-mast/quay-mast.css']).toMatch(/^:host \{\n  display: block;\n\}/);
  });
});

describe('check --fix of behaviors and styles', () => {
  it('assigns a new list, and names the framework', async () => {
    const folder = writeElement({
      '.contract.yaml': 'contract: 1\ntag: quay-mast\n',
      '.html': '<b onclick="look(1)">{seen.length}</b>',
      '.ts':
        'export const state = () => ({ seen: [] });\nexport function look(mast, one) {\n  mast.state.seen.push(one, 2);\n}\n',
      '.css': ':host { display: block }\n:root { color: red }\n',
    });
    const { status, stdout } = await lastwright(['check', '--fix', '--no-types', '--library', folder]);
    expect(stdout).toContain('+   mast.state.seen = [...mast.state.seen, one, 2];');
    expect(stdout).toContain('+ :host { color: red }');
    expect(status).toBe(0);
    const tree = readTree(folder);
    expect(tree['elements/quay-mast/quay-mast.ts']).toContain(
      'mast.state.seen = [...mast.state.seen, one, 2];',
    );
  });
});

/** Runs a command that goes on until it is ended, and what it says meanwhile. */
function watching(args: string[]): {
  hears: (text: string) => Promise<void>;
  end: () => Promise<number | null>;
} {
  const child = spawn(process.execPath, [join(REPOSITORY, 'bin/lastwright.js'), ...args], {
    env: { ...process.env, NO_COLOR: '1' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) hearText(stream, (text) => (said += text));
  const ended = new Promise<number | null>((resolve) => child.on('close', resolve));
  return {
    /** Waits for something that was not said before the last change that was waited for. */
    async hears(text) {
      await expect.poll(() => said, { timeout: 60_000 }).toContain(text);
      said = said.slice(said.indexOf(text));
    },
    async end() {
      child.kill('SIGTERM');
      return ended;
    },
  };
}

describe('check --watch', () => {
  it('checks again after a change, until it is ended', async () => {
    const folder = writeElement({ '.contract.yaml': CONTRACT, '.html': '<span>{label}</span>' });
    const { hears, end } = watching(['check', '--watch', '--library', folder]);
    await hears('1 element: 0 errors');
    await hears('Watching');
    writeFileSync(join(folder, 'elements/quay-mast/quay-mast.html'), '<span>{lable}</span>');
    await hears('view/unknown-name');
    writeFileSync(join(folder, 'elements/quay-mast/quay-mast.html'), '<span>{label.lenght}</span>');
    await hears('view/type');
    expect(await end()).toBe(0);
  });
});

describe('verify --watch', () => {
  it('verifies what a change touches, and remembers the rest', async () => {
    const folder = copyDemo();
    const { hears, end } = watching([
      'verify',
      '--watch',
      '--library',
      folder,
      '--framework',
      'html',
      '--no-types',
      '--facet',
      'samples',
      '--facet',
      'slots',
      '--element',
      'quay-panel',
      '--element',
      'quay-tabs',
    ]);
    await hears('0 fail');
    await hears('Watching');
    const view = join(folder, 'elements/quay-panel/quay-panel.html');
    writeFileSync(view, `${readFileSync(view, 'utf8')}<p>low water</p>\n`);
    await hears('0 fail');
    await hears('from the cache');
    await hears('Watching');
    writeFileSync(view, '<p>{lable}</p>');
    await hears('Nothing was verified');
    expect(await end()).toBe(0);
  });
});

describe('build --watch', () => {
  it('writes the same as a build of its own after each change, and nothing while there are errors', async () => {
    const folder = copyDemo();
    const view = join(folder, 'elements/quay-panel/quay-panel.html');
    const before = readFileSync(view, 'utf8');
    const { hears, end } = watching(['build', '--watch', '--library', folder]);
    await hears('12 elements in dist/');
    await hears('Watching');
    const first = readTree(join(folder, 'dist'));
    writeFileSync(view, `${before}<p>{lable}</p>\n`);
    await hears('Nothing was built');
    await hears('Watching');
    expect(readTree(join(folder, 'dist'))).toEqual(first);
    writeFileSync(view, `${before}<p>low water</p>\n`);
    await hears('12 elements in dist/');
    await hears('Watching');
    expect(await end()).toBe(0);
    const last = readTree(join(folder, 'dist'));
    expect(last['classes/quay-panel.js']).toContain('low water');
    expect(last['quayside.bundle.js']).toContain('low water');
    const changed = Object.keys(last).filter((path) => last[path] !== first[path]);
    expect(changed.sort()).toEqual([
      'classes/quay-panel.js',
      'classes/quay-panel.js.map',
      'quayside.bundle.js',
      'quayside.bundle.js.map',
    ]);
    expect((await lastwright(['build', '--library', folder])).status).toBe(0);
    expect(readTree(join(folder, 'dist'))).toEqual(last);
  });

  it('follows a behavior, a trait, and an element that comes and goes', async () => {
    const folder = copyDemo();
    const { hears, end } = watching(['build', '--watch', '--library', folder]);
    await hears('12 elements in dist/');
    await hears('Watching');
    cpSync(join(folder, 'elements/quay-panel'), join(folder, 'elements/quay-slip'), { recursive: true });
    for (const name of readdirSync(join(folder, 'elements/quay-slip'))) {
      const path = join(folder, 'elements/quay-slip', name);
      const text = readFileSync(path, 'utf8').replaceAll('quay-panel', 'quay-slip');
      rmSync(path);
      writeFileSync(join(folder, 'elements/quay-slip', name.replace('quay-panel', 'quay-slip')), text);
    }
    await hears('13 elements in dist/');
    await hears('Watching');
    const behavior = join(folder, 'elements/quay-berth/quay-berth.ts');
    writeFileSync(behavior, `${readFileSync(behavior, 'utf8')}\nconsole.info('ebb');\n`);
    await expect
      .poll(() => readTree(join(folder, 'dist'))['behaviors/quay-berth.js'], { timeout: 20_000 })
      .toContain('ebb');
    rmSync(join(folder, 'elements/quay-slip'), { recursive: true });
    await hears('12 elements in dist/');
    expect(await end()).toBe(0);
    expect(Object.keys(readTree(join(folder, 'dist'))).filter((path) => path.includes('slip'))).toEqual([]);
  });
});

/** Enough for what is done with the output of a build. */
const smallLibrary = (): string =>
  writeElement(
    {
      '.contract.yaml': 'contract: 1\ntag: quay-mast\nproperties: { label: { type: string } }\n',
      '.html': '<p>{label}</p>\n',
    },
    { 'package.json': '{ "name": "masts", "version": "1.0.0" }' },
  );

describe('build', () => {
  it('writes the package that it reports', async () => {
    const folder = copyDemo();
    const { status, stdout } = await lastwright(['build', '--json', '--library', folder]);
    expect(status).toBe(0);
    const report = buildReportSchema.parse(JSON.parse(stdout));
    const tree = readTree(join(folder, 'dist'));
    expect(report.files.map(({ path }) => path).sort()).toEqual(Object.keys(tree).sort());
    for (const { path, bytes } of report.files) expect(Buffer.byteLength(tree[path]!)).toBe(bytes);
    expect(report.elements).toHaveLength(12);
    expect(report.elements).toContain('quay-berth');

    const manifest = JSON.parse(tree['package.json']!) as {
      exports: Record<string, { default: string } | string>;
    };
    for (const target of Object.values(manifest.exports)) {
      const file = typeof target === 'string' ? target : target.default;
      expect(Object.keys(tree)).toContain(file.slice(2));
    }
    const described = JSON.parse(tree['custom-elements.json']!) as {
      modules: { path: string; declarations?: { tagName: string; slots: object[]; events: object[] }[] }[];
    };
    const berth = described.modules.find(({ path }) => path === 'classes/quay-berth.js')!.declarations![0]!;
    expect(berth).toMatchObject({
      tagName: 'quay-berth',
      slots: [{ name: '' }, { name: 'actions' }],
      events: [{ name: 'berth-claim' }],
    });
    for (const text of Object.values(tree)) expect(text).not.toContain(folder);
    expect(tree['classes/quay-berth.js']).not.toMatch(/\beval\b|new Function/);
    const map = JSON.parse(tree['classes/quay-berth.js.map']!) as { sources: string[] };
    expect(map.sources).toEqual(['elements/quay-berth/quay-berth.html']);
    expect((JSON.parse(tree['quayside.bundle.js.map']!) as typeof map).sources).toContain(
      'elements/quay-berth/quay-berth.ts',
    );
  });

  it('leaves the last output untouched when it fails', async () => {
    const folder = copyDemo();
    await lastwright(['build', '--library', folder]);
    const before = readTree(join(folder, 'dist'));
    for (const [file, from, to] of [
      ['elements/quay-berth/quay-berth.html', '{label}', '{lable}'],
      ['elements/quay-button/quay-button.ts', 'import type', "import './missing.js';\nimport type"],
    ] as const) {
      change(folder, file, from, to);
      const { status, stdout } = await lastwright(['build', '--library', folder]);
      expect(status).toBe(1);
      expect(stdout).toContain(file);
      expect(readTree(join(folder, 'dist'))).toEqual(before);
      change(folder, file, to, from);
    }
  });

  it('does not replace a folder that it did not write', async () => {
    const folder = smallLibrary();
    writeFiles({ 'dist/thesis.txt': 'years of work' }, folder);
    const { status, stderr } = await lastwright(['build', '--library', folder]);
    expect(status).toBe(2);
    expect(stderr).toContain('holds files that no build wrote');
    expect(readTree(join(folder, 'dist'))).toEqual({ 'thesis.txt': 'years of work' });
  });

  it('takes up what an interrupted build left', async () => {
    const folder = smallLibrary();
    await lastwright(['build', '--library', folder]);
    const before = readTree(join(folder, 'dist'));
    cpSync(join(folder, 'dist'), join(folder, '.dist.previous'), { recursive: true });
    rmSync(join(folder, 'dist'), { recursive: true });
    expect((await lastwright(['build', '--library', folder])).status).toBe(0);
    expect(readTree(join(folder, 'dist'))).toEqual(before);
    expect(Object.keys(readTree(folder)).filter((path) => path.startsWith('.dist'))).toEqual([]);
  });
});

describe('build, interrupted and disturbed', () => {
  const outputs = (folder: string): string[] =>
    readdirSync(folder).filter((name) => name.startsWith('.dist'));

  it('mends what a build left that was killed between its two renames, with the new output in place or not', async () => {
    const folder = smallLibrary();
    await lastwright(['build', '--library', folder]);
    const before = readTree(join(folder, 'dist'));
    for (const name of ['.dist.previous', '.dist.previous-999999999-00ff', '.dist.new-999999999-00ff']) {
      cpSync(join(folder, 'dist'), join(folder, name), { recursive: true });
    }
    expect((await lastwright(['build', '--library', folder])).status).toBe(0);
    expect(readTree(join(folder, 'dist'))).toEqual(before);
    expect(outputs(folder)).toEqual([]);
  });

  it('gives one whole output when several builds write it at once', async () => {
    const folder = smallLibrary();
    const all = await Promise.all([1, 2, 3].map(() => lastwright(['build', '--library', folder])));
    for (const { status, stderr } of all) expect(status, stderr).toBe(0);
    const { status } = await lastwright(['build', '--library', folder]);
    expect(status).toBe(0);
    expect(outputs(folder)).toEqual([]);
  });

  it('names a file that somebody put into the output, and leaves all as it is', async () => {
    const folder = smallLibrary();
    await lastwright(['build', '--library', folder]);
    writeFiles({ 'dist/notes.txt': 'mine' }, folder);
    const before = readTree(join(folder, 'dist'));
    const { status, stderr } = await lastwright(['build', '--library', folder]);
    expect([status, stderr]).toEqual([2, expect.stringContaining('notes.txt')]);
    expect(readTree(join(folder, 'dist'))).toEqual(before);
  });

  it('gives the output the rights that the user gives to new folders', async () => {
    const folder = smallLibrary();
    await lastwright(['build', '--library', folder]);
    mkdirSync(join(folder, 'other'));
    expect(statSync(join(folder, 'dist')).mode).toBe(statSync(join(folder, 'other')).mode);
  });

  it('leaves nothing half written when it is told to end', async () => {
    const folder = copyDemo();
    await lastwright(['build', '--library', folder]);
    const before = readTree(join(folder, 'dist'));
    for (const after of [300, 600, 800, 1000]) {
      const child = spawn(process.execPath, [
        join(REPOSITORY, 'bin/lastwright.js'),
        'build',
        '--library',
        folder,
      ]);
      setTimeout(() => child.kill('SIGTERM'), after);
      await new Promise((resolve) => child.on('close', resolve));
      expect(readTree(join(folder, 'dist'))).toEqual(before);
      expect(outputs(folder)).toEqual([]);
    }
  });
});

describe('classes that no style has', () => {
  it('are told whatever they are made of, but for those that code looks for', async () => {
    const folder = writeFiles({
      'lastwright.yaml': 'library: 1\n',
      'elements/quay-sign/quay-sign.contract.yaml': 'contract: 1\ntag: quay-sign\nsummary: A sign.\n',
      'elements/quay-sign/quay-sign.html': '<p class="*:p-4 w-[calc(50% known sought a(b)">Berth</p>',
      'elements/quay-sign/quay-sign.css': '.known { color: teal; }\n',
      'elements/quay-sign/quay-sign.ts':
        "export function connected(sign) {\n  sign.host.shadowRoot?.querySelectorAll('.sought, .a\\\\(b\\\\)');\n  console.debug('a(b)');\n}\n",
    });
    const { stdout } = await lastwright(['check', '--json', '--no-types', '--library', folder]);
    const { findings } = checkReportSchema.parse(JSON.parse(stdout));
    const told = findings.filter(({ code }) => code === 'style/unknown-class');
    expect(told.map(({ message }) => /class "(.*)";/.exec(message)?.[1])).toEqual(['*:p-4', 'w-[calc(50%']);
  });
});

describe('verify', () => {
  it('names a framework that is missing, with the command that installs it, and ends with 3', async () => {
    const folder = writeFiles({ 'node_modules/vue/package.json': '{ "version": "2.7.0" }' }, copyDemo());
    const { status, stdout, stderr } = await lastwright(
      ['verify', '--json', '--no-types', '--library', folder, '--element', 'quay-button'],
      {
        program: toolWithout('vue'),
      },
    );
    expect(status, stderr).toBe(3);
    expect(stderr).toContain('npm install vue@3');
    const report = verifyReportSchema.parse(JSON.parse(stdout));
    const vue = report.results.filter(({ framework }) => framework === 'vue');
    // What is the same everywhere is looked at in plain HTML, and nothing is promised for servers.
    expect(vue).toHaveLength(FACETS.length - 2);
    for (const { verdict, note } of vue)
      expect([verdict, note]).toEqual(['unchecked', expect.stringContaining('version 2.7.0')]);
    expect(
      report.results
        .filter(({ framework }) => framework === 'react')
        .every(({ verdict }) => verdict === 'fits'),
    ).toBe(true);
  });
});

describe('a misspelt name', () => {
  it.each([
    [['verfy'], 'Unknown command "verfy".\nDid you mean "verify"?'],
    [['frobnicate'], 'Known commands: add, adopt, build, check, demo, explain, init, preview, verify.'],
    [['verify', '--framwork', 'html'], 'Unknown option --framwork.\nDid you mean "--framework"?'],
    [['check', '--jsn'], 'Did you mean "--json"?'],
    [['verify', '--framework', 'rect'], 'Unknown framework "rect".\nDid you mean "react"?'],
    [['verify', '--facet', 'slot'], 'Unknown facet "slot".\nDid you mean "slots"?'],
    [['explain', 'slot/unknwn'], 'Unknown code "slot/unknwn".\nDid you mean "slot/unknown"?'],
  ])('of %j suggests the nearest, or lists all', async (args, words) => {
    const { status, stderr } = await lastwright(args, { cwd: writeElement({ '.html': 'A mast' }) });
    expect([status, stderr]).toEqual([2, expect.stringContaining(words)]);
    expect(stderr).not.toMatch(/^\s+at /m);
  });
});
