import { readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import { parseSync } from 'oxc-parser';
import { describe, expect, it } from 'vitest';
import { OWN } from '../src/emit/browser/names.js';
import { readTree, REPOSITORY } from './helpers.js';

const sources = Object.entries(readTree(join(REPOSITORY, 'src'))).filter(([path]) => path.endsWith('.ts'));

/** What a module imports or passes on, with whether only types are meant. */
function importsOf(path: string, text: string): { from: string; typeOnly: boolean }[] {
  const { module } = parseSync(path, text);
  const all = [...module.staticImports, ...module.staticExports].flatMap((statement) =>
    'moduleRequest' in statement
      ? [{ from: statement.moduleRequest.value, typeOnly: text.startsWith('import type', statement.start) }]
      : statement.entries.flatMap(({ moduleRequest }) =>
          moduleRequest
            ? [{ from: moduleRequest.value, typeOnly: text.startsWith('export type', statement.start) }]
            : [],
        ),
  );
  const dynamic = module.dynamicImports.map(({ moduleRequest }) => ({
    from: text.slice(moduleRequest.start + 1, moduleRequest.end - 1),
    typeOnly: false,
  }));
  return [...all, ...dynamic];
}

/** The part of the source that an import leads to: `view`, `commands`; undefined for a package. */
function partOf(path: string, from: string): string | undefined {
  if (!from.startsWith('.')) return undefined;
  return relative('/src', resolve('/src', dirname(path), from)).split('/')[0];
}

/** Source without what stands in quotes. */
const withoutTexts = (text: string): string => text.replace(/'(?:[^'\\\n]|\\.)*'|`(?:[^`\\]|\\.)*`/g, "''");

/** The folders of the source, each of which may import what stands before it. */
const LAYERS = [
  'runtime',
  'syntax',
  'server',
  'system',
  'findings',
  'standards',
  'contract',
  'behavior',
  'style',
  'view',
  'emit',
  'library',
  'frameworks',
  'components',
  'browsers',
  'check',
  'types',
  'analysis',
  'build',
  'verify',
  'preview',
  'scaffold',
  'adopt',
  'terminal',
  'hooks',
  'commands',
];

const isInterface = (path: string): boolean => /^(commands|hooks|terminal)\//.test(path);

describe('the source', () => {
  it('has enough of it to look at', () => expect(sources.length).toBeGreaterThan(50));

  it.each(sources.filter(([path]) => !isInterface(path)))(
    '%s is core: it neither prints nor ends the process nor knows the commands',
    (path, text) => {
      expect(text).not.toMatch(/process\.(exit|stdout|stderr|argv)\b/);
      // What runs in pages may speak there, and examples are texts that do.
      if (!path.startsWith('runtime/')) expect(withoutTexts(text)).not.toMatch(/\bconsole\./);
      for (const { from } of importsOf(path, text)) {
        expect(['commands', 'terminal'], `${path} imports ${from}`).not.toContain(partOf(path, from));
        expect(from).not.toMatch(/^@oclif|^picocolors/);
      }
    },
  );

  it('hears streams as text in one place, where a character may come in two pieces', () => {
    const others = sources.filter(([, text]) => /\bchunk\.toString\(|\+= (?:String\()?chunk\b/.test(text));
    expect(others.map(([path]) => path)).toEqual([]);
  });

  it.each(sources.filter(([path]) => path.startsWith('runtime/')))(
    '%s depends on nothing outside of the runtime, or on the one framework that it mounts components of',
    (path, text) => {
      const own = /^runtime\/mount-(\w+)\.ts$/.exec(path)?.[1];
      const outside = own === undefined ? /^$/ : new RegExp(`^(?:made:|${own}(?:-dom|-js)?(?:/|$))`);
      for (const { from } of importsOf(path, text).filter((one) => !outside.test(one.from)))
        expect(partOf(path, from), from).toMatch(/^[\w-]+$|^runtime$/);
      for (const { from } of importsOf(path, text).filter((one) => !outside.test(one.from)))
        expect(resolve('/runtime', from).startsWith('/runtime/'), from).toBe(true);
    },
  );

  it.each(sources.filter(([path]) => path.startsWith('server/')))(
    '%s runs on any server: nothing of Node, and no package but the one that reads HTML',
    (path, text) => {
      for (const { from } of importsOf(path, text))
        expect(from).toMatch(/^(?:\.\/[\w-]+|\.\.\/(?:runtime|syntax)\/[\w-]+)\.js$|^parse5$/);
      expect(withoutTexts(text)).not.toMatch(/\b(?:document|window|process|Buffer)\.\w/);
    },
  );

  it.each(sources.filter(([path]) => /^verify\/(facets|page)\//.test(path)))(
    '%s runs in pages: nothing of Node',
    (path, text) => {
      for (const { from, typeOnly } of importsOf(path, text)) {
        if (!typeOnly) expect(from).not.toMatch(/^node:/);
      }
    },
  );

  it('depends one way, type imports included', () => {
    const wrong: string[] = [];
    for (const [path, text] of sources) {
      const own = LAYERS.indexOf(path.split('/')[0]!);
      for (const { from } of importsOf(path, text)) {
        const part = partOf(path, from);
        if (part === undefined) continue;
        const other = LAYERS.indexOf(part);
        // The root holds the programs' entry alone, which nothing imports.
        if (other < 0) wrong.push(`${path} imports ${from}, which is in no layer`);
        else if (own >= 0 && other > own) wrong.push(`${path} imports ${from}`);
      }
    }
    expect(wrong).toEqual([]);
  });

  it('has a layer for every folder, and one file outside of them', () => {
    const parts = new Set(sources.map(([path]) => path.split('/')[0]!));
    expect([...parts].sort()).toEqual([...LAYERS, 'index.ts'].sort());
  });

  it('is described, folder by folder', () => {
    const page = readFileSync(join(REPOSITORY, 'docs/architecture.md'), 'utf8');
    const described = [...page.matchAll(/^- `(\w+)\/`/gm)].map(([, folder]) => folder!);
    expect(described).toEqual(LAYERS);
  });

  it('has no circles, type imports included', () => {
    const graph = new Map(
      sources.map(([path, text]) => [
        path,
        importsOf(path, text)
          .filter(({ from }) => from.startsWith('.'))
          .map(({ from }) => relative('/src', resolve('/src', dirname(path), from)).replace(/\.js$/, '.ts')),
      ]),
    );
    const done = new Set<string>();
    const circles: string[] = [];
    const visit = (path: string, way: readonly string[]): void => {
      if (way.includes(path)) circles.push([...way.slice(way.indexOf(path)), path].join(' → '));
      if (done.has(path) || way.includes(path)) return;
      for (const next of graph.get(path) ?? []) visit(next, [...way, path]);
      done.add(path);
    };
    for (const path of graph.keys()) visit(path, []);
    expect(circles).toEqual([]);
  });

  it('adds a facet by one file and one line', () => {
    const index = readFileSync(join(REPOSITORY, 'src/verify/facets/index.ts'), 'utf8');
    expect(index.match(/^import \{ \w+ \}/gm)).toHaveLength(17);
  });
});

describe('names that emitted modules import from the runtime', () => {
  it('are taken, so that nothing an author writes is called like one of them', () => {
    const index = Object.fromEntries(sources)['runtime/index.ts']!;
    const exported = parseSync('index.ts', index).module.staticExports.flatMap(({ entries }) =>
      entries.flatMap(({ exportName, isType }) => (isType || !exportName.name ? [] : [exportName.name])),
    );
    expect(exported.length).toBeGreaterThan(40);
    // One is for the modules that register, the others are for the part of the runtime that stands apart.
    const elsewhere = ['define', 'alreadyHeard', 'rootOf'];
    expect(exported.filter((name) => !OWN.includes(name))).toEqual(elsewhere);
  });
});
