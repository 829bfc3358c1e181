import { execFileSync } from 'node:child_process';
import {
  chmodSync,
  existsSync,
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
import { markdownCell, markdownCode } from '../src/findings/formats/format.js';
import { visibleLine, withoutCommands } from '../src/findings/visible.js';
import { tooDeepAt } from '../src/syntax/nesting.js';
import { patternProblem } from '../src/contract/sound-pattern.js';
import { cacheFolder } from '../src/system/cache.js';
import { afterLastWord } from './last-word.js';
import {
  copyDemo,
  lastwright,
  linkPackages,
  scratchFolder,
  writeElement,
  writeFiles,
  type CliResult,
} from './helpers.js';

const LABEL = 'contract: 1\ntag: quay-mast\nproperties: { label: { type: string } }\n';
const MAST = { '.contract.yaml': LABEL, '.html': '<p>{label}</p>\n' };

/** A command with what it takes; it must end by itself within the time, three times of which is allowed on a busy machine. */
async function ended(
  args: readonly string[],
  cwd: string,
  seconds: number,
  env?: Record<string, string>,
): Promise<CliResult> {
  const began = Date.now();
  const result = await lastwright(args, { cwd, env });
  expect(result.stdout + result.stderr).not.toMatch(/^ +at .*:\d+:\d+\)?$/m);
  expect(result.stderr).not.toContain('Lastwright itself failed');
  expect(Date.now() - began).toBeLessThan(seconds * 3000);
  return result;
}

/** What check says of an element with these files. */
async function said(files: Record<string, string>): Promise<{ status: number | null; text: string }> {
  const root = writeElement({ ...MAST, ...files });
  const { status, stdout, stderr } = await ended(['check'], root, 20);
  return { status, text: stdout + stderr };
}

describe('every command ends', () => {
  it('build, where its own folder is a file', async () => {
    const root = writeElement(MAST, { '.lastwright': '' });
    // In a process of its own: one that stays says nothing of whether it would end.
    const { status, stderr } = await ended(['build'], root, 15, {});
    expect(status).toBe(2);
    expect(stderr).toMatch(/There is a file where a folder should be/);
    expect(existsSync(join(root, 'dist'))).toBe(false);
  });

  it('verify, with a driver of WebKit and a browser that are not there', async () => {
    const root = writeElement(MAST);
    for (const [browser, variable] of [
      ['webkit', 'LASTWRIGHT_WEBKIT'],
      ['firefox', 'LASTWRIGHT_FIREFOX'],
      ['chromium', 'LASTWRIGHT_CHROMIUM'],
    ] as const) {
      const { status } = await ended(
        ['verify', '--framework', 'html', '--browser', browser, '--no-types'],
        root,
        15,
        {
          [variable]: '/nowhere/driver',
        },
      );
      expect(status, browser).toBe(3);
    }
  }, 180_000);

  it('within two seconds of its last word', async () => {
    expect(await afterLastWord()).toBeLessThan(2000);
  });
});

describe('a cache', () => {
  it('that cannot be made only makes things slower', async () => {
    const root = writeElement(MAST, { 'package.json': '{ "name": "masts", "version": "1.0.0" }' });
    const file = join(scratchFolder(), 'cache');
    writeFileSync(file, '');
    for (const args of [['check'], ['build'], ['verify', '--framework', 'html', '--facet', 'properties']]) {
      const { status, stderr } = await ended(args, root, 60, {
        LASTWRIGHT_CACHE: file,
        LASTWRIGHT_CHROMIUM: 'packaged',
      });
      expect(status, stderr).toBe(0);
    }
  }, 120_000);

  it('that is damaged changes no verdict', async () => {
    const root = copyDemo();
    const cache = scratchFolder();
    // The packaged browser is not what is damaged here: unpacked once is enough.
    for (const name of existsSync(cacheFolder()) ? readdirSync(cacheFolder()) : [])
      if (name.startsWith('chromium-')) symlinkSync(join(cacheFolder(), name), join(cache, name), 'junction');
    const verify = async (): Promise<string[]> => {
      const facets = ['--facet', 'properties', '--facet', 'slots', '--facet', 'types'];
      const args = ['verify', '--json', '--element', 'quay-panel', '--framework', 'react', ...facets];
      const { stdout, status } = await lastwright(args, { cwd: root, env: { LASTWRIGHT_CACHE: cache } });
      expect(status).toBe(0);
      const { results } = JSON.parse(stdout) as {
        results: { framework: string; facet: string; subject: string; verdict: string }[];
      };
      return results.map(({ framework, facet, subject, verdict }) =>
        [framework, facet, subject, verdict].join(' '),
      );
    };
    const first = await verify();
    let spoiled = 0;
    for (const entry of readdirSync(cache, { recursive: true, withFileTypes: true })) {
      const path = join(entry.parentPath, entry.name);
      if (!entry.isFile() || path.includes('chromium-') || path.includes('/code/')) continue;
      const content = readFileSync(path);
      if (content.length === 0) continue;
      // Something else in the middle, as long as before.
      content.fill('throw 1;', Math.floor(content.length / 2));
      writeFileSync(path, content);
      spoiled++;
    }
    expect(spoiled).toBeGreaterThan(5);
    rmSync(join(root, '.lastwright'), { recursive: true });
    expect(await verify()).toEqual(first);
  }, 120_000);
});

describe('words of others', () => {
  it('begin no line of their own, and are no commands to who reads along', () => {
    expect(visibleLine('one\r\n::error file=x::two\tthree\u2028four')).toBe(
      'one ::error file=x::two three four',
    );
    expect(withoutCommands('a\n  ::error file=x::b\n##[error]c\nd::e')).toBe(
      'a\n  \u2060::error file=x::b\n\u2060##[error]c\nd::e',
    );
    expect(markdownCell('![x](http://y) [z](//w) @harbor #12 www.x.y <b>|`\n&amp;')).toBe(
      '!\\[x\\](http:\u2060//y) \\[z\\](//w) @\u2060harbor #\u206012 www.\u2060x.y &lt;b>\\|\\` &amp;amp;',
    );
    expect(markdownCode('a`b|c\nd')).toBe("`a'b\\|c<U+000A>d`");
  });

  it('in keys, names of files and samples stay on their lines, in every format', async () => {
    const forged = '::error file=x::forged';
    const root = writeElement(
      {
        '.contract.yaml': `${LABEL}"bad\\n${forged}": 1\n`,
        '.html': '<p part="name">{label}</p>\n',
        '.samples.yaml': `- sample: "nice\\n${forged}"\n  properties: { "no\\n${forged}": 1 }\n  steps: [{ click: "part\\n${forged}" }]\n`,
      },
      { [`elements/a\n${forged}/x.html`]: 'x' },
    );
    for (const format of ['pretty', 'markdown', 'github', 'junit', 'sarif', 'json']) {
      const { stdout, stderr } = await ended(['check', '--format', format], root, 20);
      const lines = (stdout + stderr).split('\n');
      const own = lines.filter((line) => /^\s*::error file=x/.test(line));
      expect(own, format).toEqual([]);
      if (format === 'markdown') expect(lines.filter((line) => /^[^|*\s]/.test(line))).toEqual([]);
    }
  }, 180_000);
});

describe('a package that somebody else made', () => {
  const manifest = (tag: string, path: string): string =>
    JSON.stringify({
      schemaVersion: '1.0.0',
      modules: [
        {
          kind: 'javascript-module',
          path,
          declarations: [{ kind: 'class', name: 'Mast', tagName: tag, customElement: true, members: [] }],
          exports: [
            { kind: 'custom-element-definition', name: tag, declaration: { name: 'Mast', module: path } },
          ],
        },
      ],
    });
  const CODE = "export class Mast extends HTMLElement {}\ncustomElements.define('quay-mast', Mast);\n";
  const packed = (files: Record<string, string>): string =>
    writeFiles({
      'package.json': '{ "name": "quay-masts", "version": "1.0.0", "type": "module" }',
      'custom-elements.json': manifest('quay-mast', 'mast.js'),
      'mast.js': CODE,
      ...files,
    });
  const verify = (folder: string): Promise<CliResult> =>
    ended(['verify', '--package', folder, '--framework', 'html', '--facet', 'upgrade'], scratchFolder(), 60);

  it('is verified from what is in its folder, and no file beside it', async () => {
    expect((await verify(packed({}))).status).toBe(0);
    const outside = writeFiles({ 'secret.js': CODE });
    const up = `${'../'.repeat(8)}${outside.slice(1)}/secret.js`;
    for (const path of [up, `/${up}`, `x/../${up}`]) {
      const { status, stderr } = await verify(
        packed({ 'custom-elements.json': manifest('quay-mast', path) }),
      );
      expect(status, path).toBe(2);
      expect(stderr).toMatch(/is not in the package|No element/);
    }
    const linked = packed({ 'custom-elements.json': manifest('quay-mast', 'link.js') });
    symlinkSync(join(outside, 'secret.js'), join(linked, 'link.js'));
    expect((await verify(linked)).status).toBe(2);
  }, 180_000);

  it('must have a name that a package can have', async () => {
    for (const name of ['../../evil', 'a/../../b', '/etc', '', 7]) {
      const folder = packed({ 'package.json': JSON.stringify({ name, version: '1.0.0' }) });
      const { status, stderr } = await verify(folder);
      expect(status, String(name)).toBe(2);
      expect(stderr).toMatch(/is no name that a package can have/);
    }
  }, 180_000);

  it('with nothing but tags that no element can have is not fine', async () => {
    const { status, stderr } = await verify(
      packed({ 'custom-elements.json': manifest('<script>', 'mast.js') }),
    );
    expect(status).toBe(2);
    expect(stderr).toMatch(/No element of quay-masts can be verified/);
  });

  it('is not unpacked without end', async () => {
    const folder = scratchFolder();
    mkdirSync(join(folder, 'package'));
    execFileSync('truncate', ['-s', '300M', join(folder, 'package/bomb.js')]);
    writeFileSync(join(folder, 'package/package.json'), '{ "name": "bomb", "version": "1.0.0" }');
    execFileSync('tar', ['czf', 'bomb.tgz', 'package'], { cwd: folder });
    rmSync(join(folder, 'package'), { recursive: true });
    const { status, stderr } = await ended(
      ['verify', '--package', 'bomb.tgz', '--framework', 'html'],
      folder,
      20,
    );
    expect(status).toBe(2);
    expect(stderr).toMatch(/bomb\.tgz cannot be unpacked/);
  }, 180_000);
});

describe('what is nested without end', () => {
  it('is told at its place, in a style and in a module', async () => {
    const n = 20_000;
    for (const [files, message] of [
      [{ '.css': `${':is('.repeat(n)}a${')'.repeat(n)} { color: red }` }, /nested deeper than 200 levels/],
      [{ '.css': `${'a {'.repeat(n)}${'}'.repeat(n)}` }, /nested deeper than 200 levels/],
      [{ '.ts': `export const a = ${'('.repeat(n)}1${')'.repeat(n)};` }, /nested too deep/],
      [{ '.ts': `export const a = ${'!'.repeat(n)}1;` }, /nested too deep/],
      [{ '.ts': `export const a = ${'1 + '.repeat(3 * n)}1;` }, /nested too deep/],
    ] as const) {
      const { status, text } = await said(files as unknown as Record<string, string>);
      expect(status).toBe(1);
      expect(text).toMatch(message);
    }
  }, 180_000);

  it('is what is open at once, and not what strings and comments hold', () => {
    expect(tooDeepAt('(() => [{}])'.repeat(500), 10)).toBeUndefined();
    expect(tooDeepAt(`"${'('.repeat(50)}" /* ${'{'.repeat(50)} */ a \\( `, 10)).toBeUndefined();
    expect(tooDeepAt('('.repeat(11), 10)).toBe(10);
  });
});

describe('what no contract can mean', () => {
  it.each([
    [
      'a pattern that is none',
      'properties: { label: { type: string, pattern: "(" } }',
      /It is no regular expression/,
    ],
    [
      'a pattern that never ends',
      'properties: { label: { type: string, pattern: "^(a+)+$", default: aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa! } }',
      /exponential time/,
    ],
    [
      'definitions in a circle',
      'properties: { label: { type: string } }\ndefinitions: { a: { $ref: "#/definitions/b" }, b: { anyOf: [{ $ref: "#/definitions/a" }] } }',
      /nothing but itself/,
    ],
    [
      'names of every object',
      'properties: { label: { type: string }, toString: { type: string }, valueOf: { type: number }, hasOwnProperty: { type: boolean } }',
      /"hasOwnProperty" is already a member/,
    ],
    ['an alias in its own anchor', 'properties: { label: &x { anyOf: [*x] } }', /An alias leads back/],
    [
      'a class that its module does not export',
      'properties: { label: { type: string } }\nwraps: { element: ./quay-mast.class.js }',
      /has no default export/,
    ],
  ])('%s', async (_, contract, message) => {
    const root = writeElement(
      { '.contract.yaml': `contract: 1\ntag: quay-mast\n${contract}\n`, '.html': '<p>{label}</p>' },
      { 'elements/quay-mast/quay-mast.class.js': 'export class Mast extends HTMLElement {}\n' },
    );
    if (contract.includes('wraps')) rmSync(join(root, 'elements/quay-mast/quay-mast.html'));
    const { status, stdout } = await ended(['check'], root, 10);
    expect(status).toBe(1);
    expect(stdout).toMatch(message);
  });

  it('patterns that people write are sound', () => {
    for (const pattern of [
      '^[a-z]+(-[a-z]+)*$',
      '^\\d{4}-\\d{2}-\\d{2}$',
      '^(?:[A-Z][a-z]+ ?)+$',
      '^#[0-9a-f]{3,8}$',
      '^[^@\\s]+@[^@\\s]+\\.[a-z]{2,}$',
      '^(\\w+,)*\\w+$',
    ])
      expect(patternProblem(pattern), pattern).toBeUndefined();
    for (const pattern of ['^(a+)+$', '^(a|a)*$', '^(\\w|\\d)+$', '(x+x+)+y', '^([a-z]*)*$'])
      expect(patternProblem(pattern), pattern).toMatch(/exponential time/);
  });
});

describe('files that are no text', () => {
  it('are told, and keep nobody waiting', async () => {
    const root = writeElement(MAST);
    const view = join(root, 'elements/quay-mast/quay-mast.html');
    writeFileSync(view, Buffer.from([0x3c, 0x70, 0x3e, 0xff, 0xfe, 0x7b]));
    const invalid = await ended(['check'], root, 10);
    expect(invalid.status).toBe(1);
    expect(invalid.stdout).toMatch(/not written in UTF-8/);
    if (process.platform === 'win32') return;
    rmSync(view);
    execFileSync('mkfifo', [view]);
    const pipe = await ended(['check'], root, 10);
    expect(pipe.status).toBe(1);
    expect(pipe.stdout).toMatch(/is not a file inside of the library/);
    rmSync(view);
    rmSync(join(root, 'lastwright.yaml'));
    execFileSync('mkfifo', [join(root, 'lastwright.yaml')]);
    expect((await ended(['check'], root, 10)).status).toBe(2);
  });

  it('with an error at each step take a time that grows with their size', async () => {
    expect((await said({ '.html': '<p>{'.repeat(60_000) })).status).toBe(1);
    // An error of a type at each, which TypeScript finds in what is printed of the view.
    const wrong = '<button onclick="label = 1">x</button>'.repeat(1000);
    const began = Date.now();
    expect((await said({ '.html': wrong })).status).toBe(1);
    expect(Date.now() - began).toBeLessThan(45_000);
  }, 120_000);

  it('are not adopted where check would refuse them', async () => {
    const root = writeFiles({
      'lastwright.yaml': 'library: 1\n',
      'package.json': '{ "name": "large", "dependencies": { "react": "19" } }',
      'src/Large.tsx': `export function Large({ label = 'x' }) { return <b>{label}</b>; }\n${'// x\n'.repeat(900_000)}`,
    });
    linkPackages(root);
    const { status, stderr } = await ended(['adopt', 'src/Large.tsx'], root, 20);
    expect(status).toBe(2);
    expect(stderr).toMatch(/is larger than 2 MB/);
  });
});

describe('views', () => {
  it('grow no faster than what is written', async () => {
    const size = async (count: number): Promise<number> => {
      const root = writeElement(
        { ...MAST, '.html': '<p>{label}</p>\n'.repeat(count) },
        { 'package.json': '{ "name": "masts", "version": "1.0.0" }' },
      );
      expect((await ended(['build'], root, 30)).status).toBe(0);
      return statSync(join(root, 'dist/classes/quay-mast.js')).size;
    };
    const [few, many] = [await size(60), await size(1200)];
    expect(many / few).toBeLessThan(24);
  }, 180_000);
});

describe('what is written', () => {
  it('is whole or not there, folders too', async () => {
    const root = writeElement(MAST);
    // What stands where a folder should be stops in the middle of the files.
    chmodSync(join(root, 'elements'), 0o755);
    writeFileSync(join(root, 'elements/quay-rope'), '');
    const { status } = await ended(['add', 'quay-rope'], root, 15);
    expect(status).toBe(2);
    expect(readdirSync(join(root, 'elements')).sort()).toEqual(['quay-mast', 'quay-rope']);
    expect(readFileSync(join(root, 'elements/quay-rope'), 'utf8')).toBe('');
  });

  it('follows no link out of the library', async () => {
    const root = writeElement(MAST);
    const outside = scratchFolder();
    mkdirSync(join(root, '.lastwright'));
    symlinkSync(outside, join(root, '.lastwright/types'), 'junction');
    const { status, stderr } = await ended(['check'], root, 15);
    expect(status).toBe(2);
    expect(stderr).toMatch(/\.lastwright\/types is a link/);
    expect(readdirSync(outside)).toEqual([]);
    // Nor is anything removed there, where it looks like generated types.
    writeFileSync(join(outside, 'tsconfig.json'), '{}');
    mkdirSync(join(outside, 'elements'));
    writeFileSync(join(outside, 'elements/own.ts'), '');
    expect((await ended(['check'], root, 15)).status).toBe(2);
    expect(readdirSync(join(outside, 'elements'))).toEqual(['own.ts']);
  });

  it('of types goes with the element', async () => {
    const root = writeElement(MAST, {
      'elements/quay-rope/quay-rope.contract.yaml': LABEL.replace('mast', 'rope'),
      'elements/quay-rope/quay-rope.html': '<p>{label}</p>',
    });
    const types = join(root, '.lastwright/types/elements');
    await ended(['check'], root, 15);
    expect(readdirSync(types).sort()).toEqual(['quay-mast', 'quay-rope']);
    rmSync(join(root, 'elements/quay-rope'), { recursive: true });
    await ended(['check'], root, 15);
    expect(readdirSync(types)).toEqual(['quay-mast']);
  });
});

describe('types that cannot be checked', () => {
  it('are told in JSON, and the status says that something is missing', async () => {
    const { toolWithout } = await import('./helpers.js');
    const root = writeElement(MAST);
    const program = toolWithout('typescript-7');
    const { status, stdout } = await lastwright(['check', '--json'], { cwd: root, program });
    expect(status).toBe(3);
    expect((JSON.parse(stdout) as { unchecked?: string }).unchecked).toMatch(/TypeScript/);
  }, 180_000);
});
