import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { examplePath, PLAIN, type ExampleFiles } from '../src/findings/codes/code.js';
import { CODES, findCode } from '../src/findings/codes/index.js';
import { analyze, buildLibrary, openLibrary, Workspace } from '../src/index.js';
import { linkPackages, readTree, REPOSITORY, writeFiles } from './helpers.js';

interface Looking {
  withTypes: boolean;
  ofBuild: boolean;
  /** True where the example's packages are there. */
  linked: boolean;
}

async function find(files: ExampleFiles, { withTypes, ofBuild, linked }: Looking) {
  const all = Object.entries({ ...PLAIN, ...files }).map(([path, text]) => [examplePath(path), text]);
  const folder = writeFiles(Object.fromEntries(all) as Record<string, string>);
  if (linked) linkPackages(folder);
  const library = await openLibrary(folder);
  if (ofBuild) return (await buildLibrary(analyze(library))).findings;
  const { findings, unchecked } = await new Workspace(library).check(withTypes);
  expect(unchecked).toBeUndefined();
  if (!withTypes) expect(analyze(library).findings).toEqual(findings);
  return findings;
}

describe('the table of findings', () => {
  it('has each code once, and every code that the source reports', () => {
    const names = CODES.map(({ code }) => code);
    expect(new Set(names).size).toBe(names.length);
    const source = Object.entries(readTree(join(REPOSITORY, 'src'))).filter(
      ([path]) => !/codes\/|facets|standards/.test(path),
    );
    const families = [...new Set(names.map((name) => name.split('/')[0]))].join('|');
    const reported = new Set(
      source.flatMap(([, text]) =>
        [...text.matchAll(new RegExp(`'((?:${families})/[a-z-]+)'`, 'g'))].map(([, code]) => code!),
      ),
    );
    expect([...reported].filter((code) => !findCode(code))).toEqual([]);
  });

  it.each(CODES.map((code) => [code.code, code] as const))(
    '%s: its example has it and nothing else, the mended one has none',
    async (_, { code, severity, fails, mended }) => {
      const looking = {
        withTypes: (code.endsWith('/type') && code !== 'property/type') || code.startsWith('wraps/'),
        ofBuild: code.startsWith('build/') || code === 'wraps/framework-choice',
        linked: code.startsWith('wraps/') && code !== 'wraps/framework',
      };
      const found = await find(fails, looking);
      expect(
        found.map((finding) => finding.code),
        JSON.stringify(found),
      ).toEqual([code]);
      expect(found[0]!.severity).toBe(severity);
      expect((await find(mended, looking)).map((finding) => `${finding.code}: ${finding.message}`)).toEqual(
        [],
      );
    },
  );

  it.each(CODES.map((code) => [code.code, code] as const))(
    '%s shows an example and the file in which its fix is',
    async (_, { fails, mended }) => {
      const { failingFile, fixedFile } = await import('../src/findings/codes/page.js');
      const [before, after] = [failingFile(fails), fixedFile(fails, mended)];
      expect(after).not.toEqual(before);
      expect(after.path).not.toBe('');
    },
  );

  it('is what docs/findings.md says', async () => {
    const { findingsPage } = await import('../src/findings/codes/page.js');
    expect(readFileSync(join(REPOSITORY, 'docs/findings.md'), 'utf8')).toBe(findingsPage());
  });
});
