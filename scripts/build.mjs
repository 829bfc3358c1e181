// Builds the tool: its commands and core into dist/, what it ships to browsers into dist/browser/, and
// the list of commands that oclif reads at start. Libraries without native parts are bundled, so that a
// command starts by reading a few files.
import { build } from 'esbuild';
import { execFile } from 'node:child_process';
import {
  copyFileSync,
  cpSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { promisify } from 'node:util';
import { Plugin } from '@oclif/core/config';

rmSync('dist', { recursive: true, force: true });
const { dependencies, optionalDependencies } = JSON.parse(readFileSync('package.json', 'utf8'));
// Only the types of this one are installed for users; its code is bundled, which starts faster.
const { zod: _, ...external } = { ...dependencies, ...optionalDependencies };
const commands = readdirSync('src/commands').filter((name) => name.endsWith('.ts'));

await Promise.all([
  writeDeclarations(),
  build({
    entryPoints: [
      ...commands.map((name) => ({
        in: `src/commands/${name}`,
        out: `commands/${name.replace(/\.ts$/, '')}`,
      })),
      { in: 'src/hooks/command-not-found.ts', out: 'hooks/command-not-found' },
      { in: 'src/index.ts', out: 'index' },
      { in: 'src/verify/page-server.ts', out: 'page-server' },
      { in: 'src/findings/codes/page.ts', out: 'findings-page' },
      { in: 'src/analysis/slice-worker.ts', out: 'slice-worker' },
      { in: 'src/frameworks/compile-worker.ts', out: 'compile-worker' },
      { in: 'src/verify/server/render-worker.ts', out: 'render-worker' },
      { in: 'src/components/read/reader-process.ts', out: 'component-reader' },
      { in: 'src/contract/json-schemas.ts', out: 'json-schemas' },
    ],
    outdir: 'dist',
    bundle: true,
    splitting: true,
    platform: 'node',
    format: 'esm',
    target: 'node20.19',
    external: Object.keys(external).flatMap((name) => [name, `${name}/*`]),
    legalComments: 'linked',
    minify: true,
    chunkNames: 'shared/[name]-[hash]',
    logLevel: 'warning',
    banner: {
      js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
    },
  }),
  import('./build-runtime.mjs'),
  build({
    entryPoints: { probes: 'src/verify/page/index.ts' },
    outdir: 'dist/browser',
    bundle: true,
    minifyWhitespace: true,
    format: 'esm',
    target: 'es2022',
    logLevel: 'warning',
  }),
  build({
    entryPoints: { server: 'src/server/index.ts' },
    outdir: 'dist/browser',
    bundle: true,
    format: 'esm',
    target: 'es2022',
    legalComments: 'linked',
    logLevel: 'warning',
  }),
  build({
    entryPoints: { ways: 'src/verify/relations/generate.ts' },
    outdir: 'dist/browser',
    bundle: true,
    minify: true,
    format: 'esm',
    target: 'es2022',
    legalComments: 'linked',
    logLevel: 'warning',
  }),
  build({
    entryPoints: { report: 'src/verify/report/page/index.ts' },
    outdir: 'dist/browser',
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    logLevel: 'warning',
  }),
  build({
    entryPoints: { cell: 'src/preview/frame/index.ts' },
    outdir: 'dist/browser',
    bundle: true,
    minify: true,
    format: 'esm',
    target: 'es2022',
    external: ['lastwright:*'],
    logLevel: 'warning',
  }),
]);

const plugin = new Plugin({ root: process.cwd(), ignoreManifest: true, respectNoCacheDefault: true });
await plugin.load();
writeFileSync('oclif.manifest.json', `${JSON.stringify(plugin.manifest, null, 2)}\n`);

const { jsonSchemas } = await import('../dist/json-schemas.js');
mkdirSync('dist/schemas', { recursive: true });
for (const [name, schema] of Object.entries(jsonSchemas())) {
  writeFileSync(`dist/schemas/${name}.schema.json`, `${JSON.stringify(schema, null, 2)}\n`);
}
cpSync('src/verify/control/library', 'dist/control', { recursive: true });
await buildLivePage();
const { findingsPage } = await import('../dist/findings-page.js');
writeFileSync('docs/findings.md', findingsPage());

/** The live page is a library as authors write them: the tool that was just built builds it. */
async function buildLivePage() {
  const source = 'src/preview/page';
  const { stdout } = await promisify(execFile)(process.execPath, [
    'bin/lastwright.js',
    'build',
    '--library',
    source,
  ]).catch((error) => {
    throw new Error(`The live page cannot be built.\n${error.stdout}${error.stderr}`);
  });
  if (/warning/.test(stdout)) console.warn(stdout);
  // What pages load, and nothing else of the package.
  const page = 'dist/browser/page';
  mkdirSync(page, { recursive: true });
  copyFileSync(join(source, 'dist/live-sheet.bundle.js'), join(page, 'index.js'));
  for (const name of ['index.html', 'page.css']) copyFileSync(join(source, name), join(page, name));
}

/** The types of what programs import: the declarations that the index leads to, and no others. */
async function writeDeclarations() {
  const all = mkdtempSync(join(tmpdir(), 'lastwright-types-'));
  try {
    await promisify(execFile)(process.execPath, [tsc(), '-p', 'tsconfig.types.json', '--outDir', all], {
      encoding: 'utf8',
    });
    const wanted = new Set();
    const follow = (path) => {
      if (wanted.has(path)) return;
      wanted.add(path);
      for (const [, from] of readFileSync(join(all, path), 'utf8').matchAll(/from '(\.[^']+)\.js'/g))
        follow(join(dirname(path), `${from}.d.ts`));
    };
    follow('index.d.ts');
    for (const path of wanted) {
      const target = join('dist/types', path);
      mkdirSync(dirname(target), { recursive: true });
      copyFileSync(join(all, path), target);
    }
  } finally {
    rmSync(all, { recursive: true, force: true });
  }
}

function tsc() {
  const require = createRequire(import.meta.url);
  return join(dirname(require.resolve('typescript-7/package.json')), 'bin/tsc');
}
