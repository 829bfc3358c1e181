import { build } from 'esbuild';
import { existsSync, mkdirSync, symlinkSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import {
  copyDemo,
  lastwright,
  linkPackages,
  readTree,
  REPOSITORY,
  scratchFolder,
  writeFiles,
} from './helpers.js';
import { gaugeFiles } from './wrapped-components.js';

let library: string;
beforeAll(() => {
  library = copyDemo();
});

async function written(framework: string, facet = 'events', ...flags: string[]) {
  const folder = join(scratchFolder(), 'case');
  const result = await lastwright([
    'verify',
    '--library',
    library,
    '--no-types',
    '--element',
    'quay-berth',
    '--framework',
    framework,
    '--facet',
    facet,
    '--reproduce',
    folder,
    ...flags,
  ]);
  return { folder, ...result };
}

describe('a cell as a small project', () => {
  it('has what the framework’s users have: the example, its compiler’s plugin, the versions that were tried', async () => {
    const { folder, status, stderr } = await written('react');
    expect(status, stderr).toBe(0);
    expect(stderr).toContain('npm install, then npm start');
    const files = readTree(folder);
    const manifest = JSON.parse(files['package.json']!) as { dependencies: Record<string, string> };
    expect(manifest.dependencies).toMatchObject({
      react: expect.stringMatching(/^19\.\d+\.\d+$/) as string,
      'react-dom': '^19',
      quayside: 'file:./element',
      vite: '^7',
      '@vitejs/plugin-react': '^5',
    });
    expect(files['vite.config.js']).toContain('plugins: [plugin()]');
    expect(files['examples/sample1.jsx']).toContain('onberth-claim={(event) => stage.heard(event)}');
    expect(files['README.md']).toMatch(/`<quay-berth>` in React 19 \(19\.\d.*: events/);
    // Only what the element itself is made of.
    expect(files['element/elements/quay-berth.js']).toContain('define(');
    expect(Object.keys(files).filter((path) => path.includes('quay-menu'))).toEqual([]);
    const names = JSON.parse(files['element/package.json']!) as { exports: Record<string, string> };
    for (const path of Object.values(names.exports))
      expect(existsSync(join(folder, 'element', path))).toBe(true);
  });

  it.each(['html', 'react', 'angular', 'ember', 'riot'])(
    'is whole: everything that its page imports in %s is there',
    async (framework) => {
      const { folder, status, stderr } = await written(framework);
      expect(status, stderr).toBe(0);
      const files = readTree(folder);
      // What npm would put there.
      mkdirSync(join(folder, 'node_modules'));
      symlinkSync(join(folder, 'element'), join(folder, 'node_modules/quayside'));
      for (const name of ['react', 'react-dom'])
        symlinkSync(join(REPOSITORY, 'node_modules', name), join(folder, 'node_modules', name));
      const aliases = [
        ...(files['vite.config.js'] ?? '').matchAll(/find: '(.+?)', replacement: new URL\('(.+?)'/g),
      ];
      const entry = framework === 'html' ? 'sample1.html' : 'main.js';
      const code =
        framework === 'html'
          ? files[entry]!.split('<script type="module">')
              .slice(1)
              .map((part) => part.split('</script>')[0])
              .join('\n')
          : files[entry]!;
      const { outputFiles } = await build({
        stdin: { contents: code, resolveDir: folder, loader: 'js' },
        bundle: true,
        write: false,
        format: 'esm',
        jsx: 'automatic',
        alias: Object.fromEntries(aliases.map(([, from, to]) => [from, to])),
        absWorkingDir: folder,
        logLevel: 'silent',
        outdir: 'out',
      });
      expect(outputFiles[0]!.text).toContain('quay-berth');
    },
  );

  it('has the framework that a wrapped component leaves to its consumers, and only where it does', async () => {
    const manifests = async (sharing: string) => {
      const root = writeFiles({
        'lastwright.yaml': 'library: 1\n',
        'package.json': '{ "name": "gauges", "version": "1.0.0" }',
        ...gaugeFiles('react', 'quay-react', { sharing }),
      });
      linkPackages(root);
      const folder = join(scratchFolder(), 'case');
      const { status, stderr } = await lastwright(
        `verify --library ${root} --no-types --element quay-react --framework html --facet events --reproduce ${folder}`.split(
          ' ',
        ),
      );
      expect(status, stderr).toBe(0);
      const files = readTree(folder);
      return [files['package.json']!, files['element/package.json']!].map(
        (text) => JSON.parse(text) as object,
      );
    };
    const [shared, sharing] = await manifests(', framework: shared');
    expect(shared).toMatchObject({
      dependencies: {
        react: expect.stringMatching(/^\^19\./) as string,
        'react-dom': expect.stringMatching(/^\^19\./) as string,
      },
    });
    expect(sharing).toMatchObject({ peerDependencies: { react: '>=19', 'react-dom': '>=19' } });
    const [bundled, bundling] = await manifests('');
    expect(bundled).not.toHaveProperty('dependencies.react');
    expect(bundling).not.toHaveProperty('peerDependencies');
  }, 120_000);

  it.each([
    [['--element', 'quay-menu'], /one element, one framework and one facet/],
    [['--framework', 'vue'], /one element, one framework and one facet/],
  ])('is of one cell: not with %s too', async (more, told) => {
    const { status, stderr, folder } = await written('react', 'events', ...more);
    expect([status, stderr]).toEqual([2, expect.stringMatching(told)]);
    expect(existsSync(folder)).toBe(false);
  });

  it('wants a facet that there is, and something to show of it', async () => {
    const unknown = await written('react', 'slot');
    expect([unknown.status, unknown.stderr]).toEqual([2, expect.stringContaining('slots')]);
    const nothing = await written('react', 'forms');
    expect([nothing.status, nothing.stderr]).toEqual([
      2,
      expect.stringContaining('nothing to show of forms'),
    ]);
  });

  it('replaces nothing', async () => {
    const { folder } = await written('html');
    const again = await lastwright([
      'verify',
      '--library',
      library,
      '--no-types',
      '--element',
      'quay-berth',
      '--framework',
      'html',
      '--facet',
      'events',
      '--reproduce',
      folder,
    ]);
    expect([again.status, again.stderr]).toEqual([2, expect.stringContaining('is there already')]);
  });
});
