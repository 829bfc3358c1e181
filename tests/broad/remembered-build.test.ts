import { createHash } from 'node:crypto';
import {
  appendFileSync,
  cpSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { beforeAll, beforeEach, describe, expect, it } from 'vitest';
import {
  lastwright,
  linkOnly,
  linkPackages,
  readTree,
  scratchFolder,
  writeFiles,
  type CliResult,
} from '../helpers.js';

const WORDS = `export const greet = (name: string): string => 'Ahoy ' + name;\n`;
const FILES = {
  'project/package.json': JSON.stringify({ name: 'quayside', version: '1.0.0', type: 'module' }),
  'project/README.md': '# Quayside\n',
  'project/node_modules/knots/package.json': JSON.stringify({
    name: 'knots',
    version: '1.0.0',
    main: 'index.js',
  }),
  'project/node_modules/knots/index.js': `module.exports = 'reef';\n`,
  'project/lastwright.yaml': 'library: 1\nseverity: { behavior/outside: off }\n',
  'project/shared/words.ts': WORDS,
  'outside/tide.ts': `export interface Tide { height: number }\nexport const lowest = 1;\n`,
  'project/elements/quay-mast/quay-mast.contract.yaml': `contract: 1
tag: quay-mast
summary: A mast with a flag.
properties:
  label: { type: string, description: What the flag says. }
`,
  'project/elements/quay-mast/quay-mast.html': `<p>{label} {knot()}</p>\n`,
  'project/elements/quay-mast/quay-mast.ts': `import { greet } from '../../shared/words.js';
import knots from 'knots';
import { lowest } from '../../../outside/tide.js';
import type { Tide } from '../../../outside/tide.js';
export const knot = (): string => greet(knots) + lowest + tide.height;
const tide: Tide = { height: 1 };
`,
  'project/elements/quay-mast/quay-mast.scss': `@use '../../shared/colors';\n:host { display: block; }\np { color: colors.$flag; }\n`,
  'project/shared/_colors.scss': '$flag: #a00;\n',
};

/** A configuration of TypeScript under which packages without types are an error, or none. */
const configured = (noImplicitAny: boolean): string =>
  JSON.stringify({
    compilerOptions: { target: 'ES2022', lib: ['ES2023', 'DOM', 'DOM.Iterable'], noImplicitAny },
  });

let folder: string;
let library: string;
let cache: string;

function build(...flags: string[]): Promise<CliResult> {
  return lastwright(['build', '--library', library, ...flags], { env: { LASTWRIGHT_CACHE: cache } });
}

/** When the memory was written: what is recalled leaves it as it is. */
function written(kind = 'builds'): number {
  const folder = join(cache, kind);
  const [name] = readdirSync(folder);
  return statSync(join(folder, name!)).mtimeMs;
}

const at = (path: string): string => join(folder, path);

describe('a build that is remembered', () => {
  let saved: string;
  const places = (): [of: string, savedAs: string][] => [
    [folder, join(saved, 'folder')],
    [cache, join(saved, 'cache')],
  ];

  beforeAll(async () => {
    folder = scratchFolder();
    library = join(folder, 'project');
    cache = scratchFolder();
    saved = scratchFolder();
    writeFiles(FILES, folder);
    linkOnly(library, ['sass', 'immutable', 'source-map-js', 'chokidar', 'readdirp']);
    // Files were there before, as they are when people build.
    await new Promise((resolve) => setTimeout(resolve, 50));
    const { status, stdout } = await build();
    expect(stdout).not.toMatch(/error|warning/);
    expect(status).toBe(0);
    for (const [of, savedAs] of places())
      cpSync(of, savedAs, { recursive: true, preserveTimestamps: true, verbatimSymlinks: true });
  }, 60_000);

  // Each test begins after the same build.
  beforeEach(() => {
    for (const [of, savedAs] of places()) {
      rmSync(of, { recursive: true, force: true });
      cpSync(savedAs, of, { recursive: true, preserveTimestamps: true, verbatimSymlinks: true });
    }
  });

  it('is taken again as long as nothing has changed', async () => {
    // Copies are a little older than what they are copies of.
    await build();
    const before = written();
    const first = readTree(join(library, 'dist'));
    rmSync(join(library, 'dist'), { recursive: true });
    // What was only written anew, with the same content, is the same.
    utimesSync(at('project/shared/words.ts'), new Date(), new Date());
    const { status } = await build();
    expect(status).toBe(0);
    expect(readTree(join(library, 'dist'))).toEqual(first);
    expect(written()).toBe(before);
    await build('--no-cache');
    expect(written()).toBeGreaterThan(before);
    expect(readTree(join(library, 'dist'))).toEqual(first);
  });

  it.each<[string, () => void, RegExp]>([
    ['its view', () => writeFileSync(at('project/elements/quay-mast/quay-mast.html'), '<b>Pier</b>'), /Pier/],
    [
      'a module that its behavior imports',
      () => writeFileSync(at('project/shared/words.ts'), WORDS.replace('Ahoy', 'Avast')),
      /Avast/,
    ],
    [
      'a module outside of the library',
      () => appendFileSync(at('outside/tide.ts'), '// Higher.\nexport const highest = 9;\n'),
      /highest|Higher|Ahoy/,
    ],
    [
      'a package',
      () => writeFileSync(at('project/node_modules/knots/index.js'), `module.exports = 'bowline';\n`),
      /bowline/,
    ],
    [
      'a package that lies nearer',
      () =>
        writeFiles(
          {
            'project/elements/node_modules/knots/package.json': '{"name":"knots","main":"index.js"}',
            'project/elements/node_modules/knots/index.js': `module.exports = 'sheet bend';\n`,
          },
          folder,
        ),
      /sheet bend/,
    ],
    [
      'a file that is found before another one',
      () => writeFiles({ 'project/shared/words.js': `export const greet = () => 'Hello';\n` }, folder),
      /Ahoy|Hello/,
    ],
    [
      'a partial of its style',
      () => writeFileSync(at('project/shared/_colors.scss'), '$flag: #00b;\n'),
      /#00b/,
    ],
    [
      'the version of the package',
      () =>
        writeFileSync(at('project/package.json'), FILES['project/package.json'].replace('1.0.0', '1.1.0')),
      /"version": "1\.1\.0"/,
    ],
    ['its documents', () => writeFileSync(at('project/LICENSE'), 'Free as the sea.\n'), /Free as the sea/],
  ])('is made anew if %s changes', async (_, change, expected) => {
    const before = written();
    change();
    const { status, stdout } = await build();
    expect(stdout).not.toMatch(/error/);
    expect(status).toBe(0);
    expect(written()).toBeGreaterThan(before);
    const made = readTree(join(library, 'dist'));
    expect(Object.values(made).join('\n')).toMatch(expected);
    await build('--no-cache');
    expect(readTree(join(library, 'dist'))).toEqual(made);
  });

  it.each<[string, () => void]>([
    [
      'a type that only types are imported of',
      () =>
        writeFileSync(
          at('outside/tide.ts'),
          'export interface Tide { height: string }\nexport const lowest = 1;\n',
        ),
    ],
    [
      'a configuration of TypeScript that is new',
      () =>
        writeFiles(
          {
            'project/tsconfig.json': '{ "extends": "./base.json" }',
            'project/base.json': configured(true),
          },
          folder,
        ),
    ],
    ['a module that is gone', () => rmSync(at('project/shared/words.ts'))],
  ])('does not hide the error that comes with %s', async (_, change) => {
    change();
    const { status, stdout } = await build();
    expect(stdout).toMatch(/error/);
    expect(status).toBe(1);
  });

  it('sees a configuration change that another one extends', async () => {
    writeFiles(
      {
        'project/tsconfig.json': '{ "extends": "./base.json" }',
        'project/base.json': configured(false),
      },
      folder,
    );
    expect((await build()).status).toBe(0);
    writeFileSync(at('project/base.json'), configured(true));
    expect((await build()).status).toBe(1);
  });

  it('is no memory if the file is damaged', async () => {
    const [name] = readdirSync(join(cache, 'builds'));
    const path = join(cache, 'builds', name!);
    const stored = readFileSync(path);
    expect(stored.includes('Ahoy')).toBe(true);
    writeFileSync(path, Buffer.from(stored.toString('latin1').replaceAll('Ahoy', 'Oops'), 'latin1'));
    expect((await build()).status).toBe(0);
    expect(Object.values(readTree(join(library, 'dist'))).join('')).not.toContain('Oops');
  });

  it('gives back the types that editors read', async () => {
    const types = join(library, '.lastwright/types');
    rmSync(types, { recursive: true });
    await build();
    expect(readdirSync(types)).toContain('tsconfig.json');
  });
});

describe('a remembered build with a wrapped component', () => {
  it('is made anew if what the component imports changes, its types too', async () => {
    cache = scratchFolder();
    library = writeFiles({
      'lastwright.yaml': 'library: 1\n',
      'package.json': '{ "name": "quayside", "version": "1.0.0", "type": "module" }',
      'elements/quay-tide/quay-tide.contract.yaml': `contract: 1
tag: quay-tide
summary: The tide.
wraps: { react: ./Tide.tsx, export: Tide }
properties:
  height: { type: number, description: In meters. }
`,
      'elements/quay-tide/Tide.tsx': `import type { Props } from './props';
import { unit } from './unit';
import './tide.scss';
export function Tide({ height }: Props) { return <p>{height} {unit}</p>; }
`,
      'elements/quay-tide/props.ts': 'export interface Props { height?: number }\n',
      'elements/quay-tide/unit.ts': `export const unit = 'fathoms';\n`,
      'elements/quay-tide/tide.scss': `@use './colors';\np { color: colors.$water; }\n`,
      'elements/quay-tide/_colors.scss': '$water: #00c;\n',
    });
    linkPackages(library);
    await new Promise((resolve) => setTimeout(resolve, 50));
    const first = await build();
    expect([first.status, first.stdout]).toEqual([0, expect.not.stringMatching(/warning/)]);
    const before = written();
    expect((await build()).stdout).toBe(first.stdout);
    expect(written()).toBe(before);
    // What was read of the component is remembered by itself: TypeScript is not asked again.
    const read = written('components');
    const contract = join(library, 'elements/quay-tide/quay-tide.contract.yaml');
    writeFileSync(contract, readFileSync(contract, 'utf8').replace('The tide.', 'The tides.'));
    await build();
    expect(written()).toBeGreaterThan(before);
    expect(written('components')).toBe(read);
    writeFileSync(join(library, 'elements/quay-tide/unit.ts'), `export const unit = 'meters';\n`);
    writeFileSync(join(library, 'elements/quay-tide/_colors.scss'), '$water: #0d0;\n');
    await build();
    const made = Object.values(readTree(join(library, 'dist'))).join('\n');
    expect(made).toMatch(/meters/);
    expect(made).toMatch(/#0d0/);
    // The component takes something that the contract does not have.
    writeFileSync(
      join(library, 'elements/quay-tide/props.ts'),
      'export interface Props { height?: number; place: string }\n',
    );
    expect((await build()).stdout).toMatch(/place/);
    expect(written('components')).toBeGreaterThan(read);
    // An element that is gone takes its files along.
    writeFiles(
      {
        'elements/quay-pier/quay-pier.contract.yaml': 'contract: 1\ntag: quay-pier\n',
        'elements/quay-pier/quay-pier.html': '<b>Pier</b>\n',
      },
      library,
    );
    rmSync(join(library, 'elements/quay-tide'), { recursive: true });
    expect(await build()).toMatchObject({ status: 0, stderr: '' });
    expect(Object.keys(readTree(join(library, 'dist'))).join()).not.toContain('tide');
  }, 180_000);
});

describe('a build of which parts are remembered', () => {
  const LIBRARY = {
    'lastwright.yaml': 'library: 1\nstyles: [styles/tokens.css]\ntraits: traits/*\n',
    'package.json': '{ "name": "quayside", "version": "1.0.0", "type": "module" }',
    'styles/tokens.css': ':host { color: #00c }\n',
    'traits/raised/raised.trait.yaml': `trait: 1
name: raised
description: It can be raised.
properties:
  raised: { type: boolean, reflect: true, description: It is up. }
states:
  up: It is raised
`,
    'traits/raised/raised.ts': `import type { Inside } from './raised.trait.yaml';
export const states = { up: (element: Inside) => element.raised };
`,
    'elements/quay-flag/quay-flag.contract.yaml': `contract: 1
tag: quay-flag
summary: A flag.
traits: [raised]
properties:
  color: { type: string, description: Its color. }
  signal: { type: string, attribute: false, description: What it says. }
`,
    'elements/quay-flag/quay-flag.html': '<i>{color} {signal}</i>\n',
    'elements/quay-flag/quay-flag.css': 'i { padding: 1px }\n',
    'elements/quay-dock/quay-dock.contract.yaml': `contract: 1
tag: quay-dock
summary: A dock with a flag.
properties:
  label: { type: string, description: What it is called. }
`,
    'elements/quay-dock/quay-dock.html': '<quay-flag color="{label}" signal="{shout(label)}"></quay-flag>\n',
    'elements/quay-dock/quay-dock.ts': `import type { Inside } from './quay-dock.contract.yaml';
export const shout = (_: Inside, text?: string): string => (text ?? '').toUpperCase();
`,
  };
  const FLAG = 'elements/quay-flag/quay-flag';

  it.each<[string, string, (text: string) => string, RegExp]>([
    ['a view', `${FLAG}.html`, () => '<b>{color} {signal}</b>', /<b>/],
    ['a style', `${FLAG}.css`, () => 'i { padding: 7px }', /7px/],
    ['a library style', 'styles/tokens.css', () => ':host { color: #0d0 }', /#0d0/],
    [
      'a contract that a view of another element rests on',
      `${FLAG}.contract.yaml`,
      (text) => text.replace('signal: { type: string, attribute: false,', 'signal: { type: string,'),
      /attributeChangedCallback|observedAttributes/,
    ],
    [
      'a behavior',
      'elements/quay-dock/quay-dock.ts',
      (text) => text.replace('toUpper', 'toLower'),
      /toLowerCase/,
    ],
    [
      'a trait',
      'traits/raised/raised.ts',
      (text) => `${text}export const connected = (element: Inside): void => element.host.focus();\n`,
      /focus\(\)/,
    ],
    ['the configuration', 'lastwright.yaml', (text) => `${text}everywhere: [raised]\n`, /raised/],
  ])('is the same as one that is made anew, where %s has changed', async (_, file, change, shows) => {
    cache = scratchFolder();
    library = writeFiles(LIBRARY);
    const first = await build();
    expect([first.status, first.stdout]).toEqual([0, expect.not.stringMatching(/error/)]);
    const kept = written('classes');
    const before = readTree(join(library, 'dist'));
    writeFileSync(join(library, file), change(readFileSync(join(library, file), 'utf8')));
    expect(await build()).toMatchObject({ status: 0 });
    const partly = readTree(join(library, 'dist'));
    if (!file.endsWith('dock.ts')) expect(written('classes')).toBeGreaterThan(kept);
    expect(await build('--no-cache')).toMatchObject({ status: 0 });
    expect(partly).toEqual(readTree(join(library, 'dist')));
    expect(partly).not.toEqual(before);
    expect(Object.values(partly).join('\n')).toMatch(shows);
  });

  it('takes what it remembers, and nothing from a damaged file', async () => {
    cache = scratchFolder();
    library = writeFiles(LIBRARY);
    await build();
    const [name] = readdirSync(join(cache, 'classes'));
    const path = join(cache, 'classes', name!);
    const stored = readFileSync(path);
    expect(stored.includes('quay-flag')).toBe(true);
    const sum = (body: Buffer): Buffer => createHash('sha256').update(body).digest();
    const body = Buffer.from(
      stored.subarray(32).toString('latin1').replaceAll('>{color} {signal}<', '>{color} {SIGNAL}<'),
      'latin1',
    );
    const other = join(library, 'elements/quay-dock/quay-dock.html');
    // With the right sum it is what the last build left: of an element that has not changed it is taken.
    writeFileSync(path, Buffer.concat([sum(body), body]));
    writeFileSync(other, '<quay-flag color="{label}"></quay-flag>\n<b>{shout(label)}</b>\n');
    expect((await build()).status).toBe(0);
    const map = (): string => readFileSync(join(library, 'dist/classes/quay-flag.js.map'), 'utf8');
    expect(map()).toContain('{SIGNAL}');
    // With another sum it is damaged.
    const damaged = readFileSync(path);
    damaged[damaged.length - 1]! ^= 1;
    writeFileSync(path, damaged);
    writeFileSync(other, '<quay-flag color="{label}"></quay-flag>\n<i>{shout(label)}</i>\n');
    expect((await build()).status).toBe(0);
    expect(map()).toContain('{signal}');
    // Whoever wants all anew gets it.
    writeFileSync(path, Buffer.concat([sum(body), body]));
    expect((await build('--no-cache')).status).toBe(0);
    expect(map()).toContain('{signal}');
  });
});
