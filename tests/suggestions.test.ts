import { distance } from 'fastest-levenshtein';
import { describe, expect, it } from 'vitest';
import { examplePath, PLAIN } from '../src/findings/codes/code.js';
import { CODES } from '../src/findings/codes/index.js';
import { openLibrary, Workspace, type Finding } from '../src/index.js';
import { linkPackages, writeFiles } from './helpers.js';

type Files = Record<string, string>;

/** What `check` finds in a library of these files; types are looked at by other tests. */
async function findingsIn(files: Files): Promise<Finding[]> {
  const folder = writeFiles(files);
  linkPackages(folder);
  return (await new Workspace(await openLibrary(folder)).check(false)).findings;
}

/** The files with what a finding proposes, where it proposes to write something in place of something; undefined otherwise. */
function withSuggestion(
  files: Files,
  { file, line, column, message, help, fix }: Finding,
): Files | undefined {
  const text = files[file];
  if (text === undefined) return undefined;
  if (fix) return { ...files, [file]: text.slice(0, fix.start) + fix.text + text.slice(fix.end) };
  const lines = text.split('\n');
  const start = lines.slice(0, line - 1).join('\n').length + (line > 1 ? 1 : 0) + column - 1;
  const replaced = (from: string, to: string): Files | undefined => {
    const at = text.indexOf(from, start);
    return at < 0 ? undefined : { ...files, [file]: text.slice(0, at) + to + text.slice(at + from.length) };
  };
  const [, meant] = /Did you mean "([^"]+)"\?/.exec(help) ?? [];
  if (meant !== undefined) {
    // The name that is wrong stands in quotes, or as a tag.
    const names = [...message.matchAll(/"([^"]+)"|<([^>]+)>|(--[\w-]+)/g)].map(
      ([, quoted, tag, property]) => (quoted ?? tag ?? property)!,
    );
    const [wrong] = names
      .filter((name) => name !== meant && text.includes(name, start))
      .sort((one, other) => distance(one, meant) - distance(other, meant));
    return wrong === undefined ? undefined : replaced(wrong, meant);
  }
  // A whole attribute.
  const [, name, code] = /Write (on\w+)="([^"]*)"\./.exec(help) ?? [];
  const written = name && new RegExp(`${name}="[^"]*"`).exec(text.slice(start))?.[0];
  if (written) return replaced(written, `${name}="${code}"`);
  return undefined;
}

describe('what a finding proposes', () => {
  const tried: string[] = [];

  it.each(CODES.map((code) => [code.code, code] as const))(
    '%s: what it proposes checks without it',
    async (code, { fails }) => {
      const files = Object.fromEntries(
        Object.entries({ ...PLAIN, ...fails }).flatMap(([path, text]) =>
          typeof text === 'string' ? [[examplePath(path), text]] : [],
        ),
      ) as Files;
      const found = await findingsIn(files);
      for (const finding of found.filter((one) => one.code === code)) {
        const proposed = withSuggestion(files, finding);
        if (!proposed) continue;
        tried.push(code);
        const left = await findingsIn(proposed);
        const before = new Set(found.map((one) => one.code));
        expect(
          left.filter((one) => one.code === code || (one.severity === 'error' && !before.has(one.code))),
          `${finding.message} ${finding.help}`,
        ).toEqual([]);
      }
    },
  );

  it('was tried for most findings about names', () => {
    expect(new Set(tried).size).toBeGreaterThan(25);
    for (const code of ['view/unknown-name', 'view/handler-braces', 'attribute/unknown'])
      expect(tried).toContain(code);
  });
});
