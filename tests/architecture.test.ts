import { readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import { parseSync } from 'oxc-parser';
import { describe, expect, it } from 'vitest';
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

const isInterface = (path: string): boolean => /^(commands|terminal)\//.test(path);

describe('the source', () => {
  it('has enough of it to look at', () => expect(sources.length).toBeGreaterThan(50));

  it.each(sources.filter(([path]) => !isInterface(path)))(
    '%s is core: it neither prints nor ends the process nor knows the commands',
    (path, text) => {
      expect(text).not.toMatch(/process\.(exit|stdout|stderr|argv)\b/);
      if (!path.startsWith('runtime/')) expect(text).not.toMatch(/\bconsole\./);
      for (const { from } of importsOf(path, text)) {
        expect(['commands', 'terminal'], `${path} imports ${from}`).not.toContain(partOf(path, from));
        expect(from).not.toMatch(/^@oclif|^picocolors|^cli-table3/);
      }
    },
  );

  it.each(sources.filter(([path]) => path.startsWith('runtime/')))(
    '%s depends on nothing outside of the runtime',
    (path, text) => {
      for (const { from } of importsOf(path, text))
        expect(partOf(path, from), from).toMatch(/^[\w-]+$|^runtime$/);
      for (const { from } of importsOf(path, text))
        expect(resolve('/runtime', from).startsWith('/runtime/'), from).toBe(true);
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

  it('depends one way', () => {
    const order = [
      'runtime',
      'contract',
      'behavior',
      'style',
      'view',
      'library',
      'check',
      'types',
      'build',
      'hosts',
      'engines',
      'verify',
      'scaffold',
      'terminal',
      'commands',
    ];
    const wrong: string[] = [];
    for (const [path, text] of sources) {
      const own = order.indexOf(path.split('/')[0]!);
      for (const { from, typeOnly } of importsOf(path, text)) {
        const other = order.indexOf(partOf(path, from) ?? '');
        // The check knows the names of hosts and engines; nothing else looks up.
        const names = path.startsWith('check/') && /(hosts|engines)\/index\.js$/.test(from);
        if (own >= 0 && other > own && !typeOnly && !names) wrong.push(`${path} imports ${from}`);
      }
    }
    expect(wrong).toEqual([]);
  });

  it('adds a facet by one file and one line', () => {
    const index = readFileSync(join(REPOSITORY, 'src/verify/facets/index.ts'), 'utf8');
    expect(index.match(/^import \{ \w+ \}/gm)).toHaveLength(14);
  });
});
