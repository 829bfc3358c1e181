import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { parse } from 'yaml';
import { describe, expect, it } from 'vitest';
import { followPage } from './follow-pages.js';
import { REPOSITORY } from './helpers.js';

/** The anchors of a page, as they are made of its headings. */
function headings(markdown: string): string[] {
  return [...markdown.matchAll(/^#+ (.*)$/gm)].map(([, text]) =>
    text!
      .toLowerCase()
      .replace(/[^\w\s-]/g, '')
      .trim()
      .replace(/\s/g, '-'),
  );
}

const readme = readFileSync(join(REPOSITORY, 'README.md'), 'utf8');

/** All pages of the documentation, from its folder. */
const PAGES = (readdirSync(join(REPOSITORY, 'docs'), { recursive: true }) as string[]).filter((file) =>
  file.endsWith('.md'),
);

describe('the README', () => {
  // With everything that takes a browser too: tests/broad/readme.
  it('can be followed as far as no browser is needed', async () => {
    const { folder, ran } = await followPage('README.md', ['verify']);
    expect(ran).toEqual(['add', 'build', 'check', 'init']);
    expect(existsSync(join(folder, 'harbor/dist/harbor.bundle.js'))).toBe(true);
  });

  it('has at most 160 lines, and shows what `add` writes', async () => {
    expect(readme.split('\n').length).toBeLessThanOrEqual(160);
    const { folder } = await followPage('README.md', ['build', 'check', 'verify']);
    const contract = parse(
      readFileSync(join(folder, 'harbor/elements/quay-mast/quay-mast.contract.yaml'), 'utf8'),
    ) as Record<string, unknown>;
    const shown = (language: string): string =>
      new RegExp(`\`\`\`${language}\\n([\\s\\S]*?)\`\`\``).exec(readme)![1]!;
    expect(contract).toMatchObject(parse(shown('yaml')) as object);
    for (const language of ['html', 'ts'])
      expect(readFileSync(join(folder, `harbor/elements/quay-mast/quay-mast.${language}`), 'utf8')).toBe(
        shown(language),
      );
  });

  it('leads to a tutorial that can be followed as far as no browser is needed', async () => {
    const { folder, ran } = await followPage('docs/tutorial.md', ['demo', 'preview', 'verify']);
    expect(ran).toEqual(['add', 'adopt', 'build', 'check', 'explain', 'init']);
    expect(existsSync(join(folder, 'dist/harbor-lights.bundle.js'))).toBe(true);
  });

  it.each(['README.md', ...PAGES.map((file) => `docs/${file}`)])(
    '%s shows pictures and leads to pages that exist',
    (page) => {
      const markdown = readFileSync(join(REPOSITORY, page), 'utf8').replace(/^```[\s\S]*?^```$/gm, '');
      const links = [...markdown.matchAll(/\]\(([^)\s]+)\)/g)].map(([, target]) => target!);
      for (const target of links.filter((link) => !/^[a-z]+:/.test(link))) {
        const [path, heading] = target.split('#');
        const linked = path ? join(REPOSITORY, dirname(page), path) : join(REPOSITORY, page);
        expect(existsSync(linked), target).toBe(true);
        if (heading) expect(headings(readFileSync(linked, 'utf8')), target).toContain(heading);
      }
    },
  );

  it('lists every page', () => {
    const contents = readFileSync(join(REPOSITORY, 'docs/README.md'), 'utf8');
    for (const file of PAGES) if (file !== 'README.md') expect(contents).toContain(`](${file})`);
  });

  it('names commands of npm that there are', () => {
    const { scripts } = JSON.parse(readFileSync(join(REPOSITORY, 'package.json'), 'utf8')) as {
      scripts: Record<string, string>;
    };
    for (const [, name] of readme.matchAll(/npm run (\w+)/g)) expect(scripts[name!]).toBeDefined();
    expect(scripts.test).toBeDefined();
  });
});
