import { Ajv2020 } from 'ajv/dist/2020.js';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PassThrough } from 'node:stream';
import { describe, expect, it } from 'vitest';
import { parse } from 'yaml';
import { verifyReportSchema } from '../src/index.js';
import { hearText } from '../src/system/hear-text.js';
import { askForElement } from '../src/terminal/ask-for-element.js';
import { lastwright, readTree, REPOSITORY, scratchFolder, writeFiles } from './helpers.js';

describe('init', () => {
  it('starts a library that checks, builds and verifies as it is', async () => {
    const folder = join(scratchFolder(), 'harbor');
    const { status, stdout } = await lastwright(['init', folder, '--json']);
    expect(status).toBe(0);
    const { files } = JSON.parse(stdout) as { files: string[] };
    expect(files.sort()).toEqual(Object.keys(readTree(folder)).sort());
    expect((await lastwright(['check', '--max-warnings', '0'], { cwd: folder })).status).toBe(0);
    expect((await lastwright(['build'], { cwd: folder })).status).toBe(0);
    const verified = await lastwright(
      ['verify', '--json', '--framework', 'html', '--framework', 'react', '--framework', 'vue'],
      { cwd: folder },
    );
    expect(verified.status, verified.stdout).toBe(0);
    expect(verifyReportSchema.parse(JSON.parse(verified.stdout)).summary).toMatchObject({
      fails: 0,
      unchecked: 0,
    });
  });

  it('replaces nothing', async () => {
    for (const [path, words] of [
      [
        'elements/harbor-lantern/harbor-lantern.css',
        'harbor-lantern.css is there already; nothing was written',
      ],
      ['lastwright.yaml', 'this is a library; nothing was written'],
    ] as const) {
      const folder = writeFiles({ [path]: 'mine' });
      const { status, stderr } = await lastwright(['init', folder, '--name', 'harbor']);
      expect([status, stderr]).toEqual([2, expect.stringContaining(words)]);
      expect(readTree(folder)).toEqual({ [path]: 'mine' });
    }
  });

  it('starts a library in a project that is there, whose files stay, and says what they lack', async () => {
    const own = {
      'package.json': JSON.stringify({
        name: 'greenhouse-app',
        version: '3.1.4',
        scripts: { build: 'vite build' },
        dependencies: { react: '^19.0.0' },
      }),
      'tsconfig.json': '{ "compilerOptions": { "jsx": "react-jsx" } }',
      '.gitignore': 'node_modules\n/dist/\n',
      'src/Plant.tsx': 'export {};',
    };
    const folder = writeFiles(own);
    const { status, stdout, stderr } = await lastwright(['init', '--framework', 'react'], { cwd: folder });
    expect(status, stderr).toBe(0);
    const tree = readTree(folder);
    expect(tree).toMatchObject(own);
    expect(tree['lastwright.yaml']).toContain('frameworks: [html, react]');
    expect(tree['elements/greenhouse-lantern/greenhouse-lantern.html']).toBeDefined();
    for (const path of ['package.json', 'tsconfig.json', '.gitignore'])
      expect(stdout).toContain(`= ${path} stays as it is`);
    const [, call] = /^Next: (.*)\.$/m.exec(stdout)!;
    expect(call).toMatch(
      /^npm install --save-dev .*"react-dom@\^19\.0\.0".* && npm pkg set scripts\.check="lastwright check"/,
    );
    expect(call).not.toMatch(/"react@|scripts\.build|cd /);
    expect(stdout).toContain('.gitignore: let it name .lastwright/.');
    expect(stdout).toMatch(/^tsconfig\.json: .*"rootDirs":\["\.","\.lastwright\/types"\]/m);
    // The package's own name and version are those of the project.
    const built = await lastwright(['build', '--json'], { cwd: folder });
    expect(built.status, built.stdout).toBe(0);
    expect(JSON.parse(readTree(folder)['dist/package.json']!)).toMatchObject({
      name: 'greenhouse-app',
      version: '3.1.4',
    });
    expect((await lastwright(['init'], { cwd: folder })).stderr).toContain('lastwright add');
  });

  it.each([
    ['@quay/3d_Viewer', 'd-lantern'],
    ['2024', 'library-lantern'],
    ['My App', 'my-lantern'],
  ])('gives a first element to a project that is called %s', async (name, tag) => {
    const folder = writeFiles({ 'package.json': JSON.stringify({ name }) });
    const { status, stderr } = await lastwright(['init', folder, '--json']);
    expect(status, stderr).toBe(0);
    expect(Object.keys(readTree(folder))).toContain(`elements/${tag}/${tag}.html`);
  });

  it('does not fall over a package.json that is none', async () => {
    const folder = writeFiles({ 'package.json': '{' });
    const { status, stderr } = await lastwright(['init', folder, '--name', 'harbor']);
    expect([status, stderr]).toEqual([2, expect.stringContaining('package.json cannot be read as JSON')]);
    expect(readTree(folder)).toEqual({ 'package.json': '{' });
  });
});

describe('the questions of add', () => {
  const answer = async (...answers: string[]) => {
    const input = new PassThrough();
    const output = new PassThrough();
    let said = '';
    hearText(output, (text) => {
      said += text;
      // One answer for each question that was asked.
      if (/[?:] $/.test(text)) input.write(`${answers.shift() ?? ''}\n`);
    });
    return { given: await askForElement('quay-lantern', { input, output }), said };
  };

  it('ask for everything that options can say', async () => {
    const { given, said } = await answer(
      'A light.',
      'label:string, size:small|large',
      'default',
      'lantern-lit',
      '',
    );
    expect(given).toEqual({
      summary: 'A light.',
      properties: ['label:string', 'size:small|large'],
      slots: ['default'],
      events: ['lantern-lit'],
      methods: [],
    });
    expect(said).toContain('What is <quay-lantern>');
  });

  it('leave out what is not answered', async () => {
    expect((await answer()).given).toEqual({
      summary: undefined,
      properties: [],
      slots: [],
      events: [],
      methods: [],
    });
  });
});

describe('add', () => {
  it('adds an element from options', async () => {
    const folder = writeFiles({ 'lastwright.yaml': 'library: 1\nelements: parts/*\n' });
    const wish = [
      '--property',
      'label:string=Mast',
      '--property',
      'size:small|large',
      '--property',
      'height:integer=3',
      '--property',
      'bright:boolean',
      '--property',
      'flags:array',
      '--property',
      'owner:object',
      '--slot',
      'default',
      '--slot',
      'top',
      '--event',
      'mast-raise',
      '--event',
      'mast-lower',
      '--method',
      'raise',
    ];
    expect((await lastwright(['add', 'quay-mast', ...wish], { cwd: folder })).status).toBe(0);
    expect(Object.keys(readTree(folder)).filter((path) => path.startsWith('parts/quay-mast/'))).toHaveLength(
      5,
    );
    expect((await lastwright(['check', '--max-warnings', '0'], { cwd: folder })).status).toBe(0);
    const { status, stdout } = await lastwright(['verify', '--json'], { cwd: folder });
    expect(status, stdout).toBe(0);
    const again = await lastwright(['add', 'quay-mast'], { cwd: folder });
    expect([again.status, again.stderr]).toEqual([2, expect.stringContaining('is there already')]);
  });

  it.each([
    ['a tag without a hyphen', ['mast'], /no hyphen/],
    ['a property without a type', ['quay-mast', '--property', 'label'], /name:type/],
    ['an unknown type', ['quay-mast', '--property', 'label:text'], /no type for a property/],
    ['a standard member', ['quay-mast', '--property', 'title:string'], /already has a member/],
    ['a number that is none', ['quay-mast', '--property', 'height:number=tall'], /no number/],
  ])('refuses %s', async (_, args, message) => {
    const folder = writeFiles({ 'lastwright.yaml': 'library: 1\n' });
    const { status, stderr } = await lastwright(['add', ...args], { cwd: folder });
    expect(status).toBe(2);
    expect(stderr).toMatch(message);
    expect(Object.keys(readTree(folder))).toEqual(['lastwright.yaml']);
  });
});

describe('the JSON Schemas', () => {
  const schema = (name: string) =>
    JSON.parse(readFileSync(join(REPOSITORY, `dist/schemas/${name}.schema.json`), 'utf8')) as object;
  const ajv = new Ajv2020({ strict: false });

  it('accept every file of the demo library', () => {
    const kinds = {
      contract: ajv.compile(schema('contract')),
      samples: ajv.compile(schema('samples')),
      library: ajv.compile(schema('library')),
      trait: ajv.compile(schema('trait')),
    };
    const files = Object.entries(readTree(join(REPOSITORY, 'examples/quayside'))).filter(
      ([path]) => path.endsWith('.yaml') && !/dist|\.lastwright/.test(path),
    );
    expect(files.length).toBeGreaterThan(4);
    for (const [path, text] of files) {
      const kind =
        (Object.keys(kinds) as (keyof typeof kinds)[]).find((name) => path.includes(`.${name}.`)) ??
        'library';
      expect(kinds[kind](parse(text)), `${path}: ${JSON.stringify(kinds[kind].errors)}`).toBe(true);
    }
  });

  it.each([
    ['contract', { contract: 1, tag: 'quay-mast', propertys: {} }],
    ['contract', { contract: 1, tag: 'quay-mast', properties: { label: { type: 'text' } } }],
    ['contract', { tag: 'quay-mast' }],
    ['samples', [{ sample: 'x', steps: [{ clik: 'a' }] }]],
    ['library', { library: 2 }],
  ])('of %s refuses what the tool refuses', (name, value) =>
    expect(ajv.compile(schema(name))(value)).toBe(false),
  );
});
