import { spawnSync } from 'node:child_process';
import { mkdirSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import { beforeAll, describe, expect, it } from 'vitest';
import { copyDemo, lastwright, readTree, REPOSITORY, scratchFolder } from './helpers.js';

let dist: string;
let home: string;

beforeAll(async () => {
  const library = copyDemo();
  writeFileSync(join(library, 'README.md'), '# Quayside\n');
  writeFileSync(join(library, 'LICENSE'), 'Of the harbor.\n');
  const { status, stdout } = await lastwright(['build', '--library', library]);
  expect(status, stdout).toBe(0);
  dist = join(library, 'dist');
  home = scratchFolder();
  mkdirSync(join(home, 'node_modules'));
  symlinkSync(dist, join(home, 'node_modules/quayside'), 'junction');
}, 60_000);

/** What a consumer's bundler keeps of these lines. */
async function bundled(contents: string): Promise<string> {
  const { outputFiles } = await build({
    stdin: { contents, resolveDir: home },
    bundle: true,
    minify: true,
    write: false,
    format: 'esm',
    target: 'es2022',
  });
  return outputFiles[0]!.text;
}

describe('a built package', () => {
  it('can be imported without a document, and nothing happens', () => {
    const modules = Object.keys(readTree(dist)).filter((path) =>
      /^(?:classes|elements|development|shared)\/.*\.js$|^index\.js$/.test(path),
    );
    expect(modules.length).toBeGreaterThan(30);
    const code = [
      ...modules.map((path) => `await import(${JSON.stringify(join(dist, path))});`),
      `console.log(typeof globalThis.customElements, (await import('quayside/classes')).QuayBerth.name);`,
    ].join('\n');
    writeFileSync(join(home, 'import.mjs'), code);
    const { status, stdout, stderr } = spawnSync(process.execPath, ['import.mjs'], {
      cwd: home,
      encoding: 'utf8',
    });
    expect(stderr).toBe('');
    expect(stdout).toBe('undefined QuayBerth\n');
    expect(status).toBe(0);
  });

  it('keeps nothing of a class that is not used', async () => {
    expect(await bundled(`import { QuayBerth } from 'quayside/classes';`)).toBe('');
    expect(await bundled(`import { QuayBerth } from 'quayside/quay-berth/class';`)).toBe('');
  });

  it('brings one class alone from the index of classes', async () => {
    const one = await bundled(`import { QuayBerth } from 'quayside/classes'; console.log(QuayBerth);`);
    expect(one).toContain('Nobody lies here.');
    expect(one).not.toContain('tablist');
    expect(one).not.toContain('customElements.define');
    const all = await bundled(`import 'quayside';`);
    expect(all).toContain('tablist');
    expect(one.length).toBeLessThan(all.length / 2);
  });

  it('says what it is and what may be done with it', () => {
    const tree = readTree(dist);
    expect(tree['README.md']).toBe('# Quayside\n');
    expect(tree.LICENSE).toBe('Of the harbor.\n');
    const manifest = JSON.parse(tree['package.json']!) as Record<string, unknown>;
    expect(manifest).toMatchObject({
      description: 'Elements of a harbor office: the demo library of Lastwright',
      license: 'MIT',
    });
    expect(manifest.sideEffects).toEqual([
      './index.js',
      './elements/*.js',
      './development/*.js',
      './quayside.bundle.js',
    ]);
  });

  it('has types for its one file, and for the frameworks that are promised', () => {
    const tree = readTree(dist);
    const { exports } = JSON.parse(tree['package.json']!) as {
      exports: Record<string, { types: string; default: string }>;
    };
    for (const [path, target] of Object.entries(exports)) {
      if (typeof target === 'string') continue;
      expect(Object.keys(tree), path).toContain(target.types.slice(2));
      expect(Object.keys(tree), path).toContain(target.default.slice(2));
    }
    expect(exports['./bundle']!.types).toBe('./quayside.bundle.d.ts');
    expect(Object.keys(exports)).toEqual(expect.arrayContaining(['./react', './vue']));
    expect(Object.keys(exports)).not.toContain('./svelte');
    expect(tree['frameworks/none.js']).toBe('export {};\n');
  });

  it('can be built again with these files in its output', async () => {
    expect((await lastwright(['build', '--library', join(dist, '..')])).status).toBe(0);
  });
});

describe('init with frameworks', () => {
  it('names their packages, and puts a second version of React beside the first', async () => {
    const folder = join(scratchFolder(), 'harbor');
    const frameworks = ['react', 'react-18', 'vue', 'angular'].flatMap((name) => ['--framework', name]);
    expect((await lastwright(['init', folder, ...frameworks])).status).toBe(0);
    const { devDependencies, overrides } = JSON.parse(readTree(folder)['package.json']!) as {
      devDependencies: Record<string, string>;
      overrides: object;
    };
    expect(devDependencies).toMatchObject({
      react: '^19.0.0',
      'react-dom': '^19.0.0',
      'react-18': 'npm:react@^18.0.0',
      'react-dom-18': 'npm:react-dom@^18.0.0',
      '@types/react': '^19.0.0',
      '@types/react-18': 'npm:@types/react@^18.0.0',
      vue: '^3.0.0',
      'vue-tsc': '^3.0.0',
      '@angular/core': '^21.0.0',
      typescript: '^6.0.0',
    });
    expect(overrides).toEqual({ 'react-dom-18': { react: '$react' } });
    expect(readTree(folder)['lastwright.yaml']).toContain(
      'frameworks: [html, react, react-18, vue, angular]',
    );
  });

  it('gives React 18 its own name where it is the only one', async () => {
    const folder = join(scratchFolder(), 'harbor');
    expect((await lastwright(['init', folder, '--framework', 'react-18'])).status).toBe(0);
    const manifest = JSON.parse(readTree(folder)['package.json']!) as Record<string, object>;
    expect(manifest.devDependencies).toMatchObject({ react: '^18.0.0', '@types/react': '^18.0.0' });
    expect(manifest).not.toHaveProperty('overrides');
  });
});

describe('a framework that is missing', () => {
  it('is named with the command that puts it beside another version', async () => {
    const { findFramework } = await import('../src/frameworks/find-framework.js');
    const { react18 } = await import('../src/frameworks/react-18.js');
    const folder = scratchFolder();
    for (const name of ['react', 'react-dom']) {
      mkdirSync(join(folder, 'node_modules', name), { recursive: true });
      writeFileSync(join(folder, 'node_modules', name, 'package.json'), '{ "version": "19.1.0" }');
    }
    // Beside the tool it is there, under its other name.
    expect(await findFramework(react18, folder)).toMatchObject({
      from: REPOSITORY,
      aliases: { react: 'react-18', 'react-dom': 'react-dom-18' },
    });
    const none = { ...react18, packages: react18.packages.map((one) => ({ ...one, major: 7 })) };
    expect(await findFramework(none, folder)).toMatchObject({
      missing: 'react is installed in version 19.1.0, not 7',
      install: 'npm install --legacy-peer-deps react-18@npm:react@7 react-dom-18@npm:react-dom@7',
    });
  });
});
