import { cpSync, existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { lastwright, readTree, REPOSITORY, scratchFolder, writeFiles } from './helpers.js';
import { npm, PackedTool, run } from './packed-tool.js';

describe('the README that is packed', () => {
  it('leads to files that are packed with it, wherever it is shown; the one in the repository stays as it is', async () => {
    const folder = scratchFolder();
    for (const name of ['README.md', 'LICENSE', 'docs', 'examples/office', 'scripts/packed-readme.mjs'])
      cpSync(join(REPOSITORY, name), join(folder, name), { recursive: true });
    const manifest = JSON.parse(readFileSync(join(REPOSITORY, 'package.json'), 'utf8')) as {
      name: string;
      version: string;
      scripts: Record<string, string>;
    };
    // There is nothing to build in this copy.
    manifest.scripts.build = 'node --version';
    writeFiles({ 'package.json': JSON.stringify(manifest) }, folder);
    await npm(['pack', '--silent'], folder);
    await run('tar', ['-xzf', `${manifest.name}-${manifest.version}.tgz`], { cwd: folder });
    const packed = readFileSync(join(folder, 'package/README.md'), 'utf8');
    const links = [...packed.matchAll(/\]\(([^)]+)\)/g)].map(([, link]) => link!);
    expect(links.length).toBeGreaterThan(5);
    const base = `/npm/${manifest.name}@${manifest.version}/`;
    for (const link of links) {
      const { protocol, pathname } = new URL(link);
      expect(protocol).toBe('https:');
      expect(pathname.startsWith(base), link).toBe(true);
      expect(existsSync(join(folder, 'package', pathname.slice(base.length))), link).toBe(true);
    }
    const own = readFileSync(join(REPOSITORY, 'README.md'), 'utf8');
    expect(own).not.toContain(base);
    expect(readFileSync(join(folder, 'README.md'), 'utf8')).toBe(own);
  });
});

describe('the packed tool', () => {
  const tool = new PackedTool();
  const { home } = tool;
  beforeAll(() => tool.install(), 300_000);

  it('starts a library from a clone that depends on the clone', async () => {
    const library = join(scratchFolder(), 'of-a-clone');
    await lastwright(['init', library]);
    const { devDependencies } = JSON.parse(readFileSync(join(library, 'package.json'), 'utf8')) as {
      devDependencies: Record<string, string>;
    };
    expect(join(library, devDependencies.lastwright!.replace('file:', ''))).toBe(REPOSITORY);
  });

  it('has types for programs, with everything that they name', async () => {
    writeFiles(
      {
        'program.mts': `import { analyze, buildLibrary, openLibrary, verifyLibrary, type Finding, type VerifyReport } from 'lastwright';
const analysis = analyze(await openLibrary('.'));
const { files, findings } = await buildLibrary(analysis);
const first: Finding | undefined = findings[0];
const { report } = await verifyLibrary(analysis, files, { frameworks: ['html'] });
const count: number = report.summary.fails;
const whole: VerifyReport = report;
// @ts-expect-error a report counts, it does not name
const wrong: string = report.summary.fails;
console.log(first?.code, count, whole, wrong);
`,
        'tsconfig.json': JSON.stringify({
          compilerOptions: {
            strict: true,
            noEmit: true,
            module: 'NodeNext',
            target: 'ES2022',
            types: [],
            lib: ['ES2023', 'DOM', 'DOM.Iterable'],
          },
          files: ['program.mts'],
        }),
      },
      home,
    );
    await run(process.execPath, [join(home, 'node_modules/typescript-7/bin/tsc'), '-p', '.'], { cwd: home });
  });

  it('brings its documentation, and every page and picture that its README names', () => {
    const root = join(home, 'node_modules/lastwright');
    const readme = readFileSync(join(root, 'README.md'), 'utf8');
    for (const [, target] of readme.matchAll(/\]\(([^)#]+)[^)]*\)/g))
      expect(existsSync(join(root, target!)), target).toBe(true);
    expect(Object.keys(readTree(join(root, 'docs'))).length).toBeGreaterThan(4);
  });

  it('compiles SCSS', async () => {
    const library = writeFiles(
      {
        'lastwright.yaml': 'library: 1\n',
        'package.json': '{ "name": "masts", "version": "1.0.0" }',
        'elements/quay-mast/quay-mast.contract.yaml': 'contract: 1\ntag: quay-mast\n',
        'elements/quay-mast/quay-mast.html': '<b>Mast</b>',
        'elements/quay-mast/quay-mast.scss': '$ink: #123456;\n:host { display: block; b { color: $ink; } }\n',
      },
      join(home, 'masts'),
    );
    await npm(['install', '--no-save', 'sass'], home);
    const { status, stdout } = await lastwright(['build'], { cwd: library, program: tool.program });
    expect(status, stdout).toBe(0);
    expect(readFileSync(join(library, 'dist/classes/quay-mast.js'), 'utf8')).toContain(
      ':host b{color:#123456}',
    );
  }, 120_000);
});
