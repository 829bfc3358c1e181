// Builds the tool: its commands and core into dist/, what it ships to browsers into dist/browser/, and
// the list of commands that oclif reads at start. Libraries without native parts are bundled, so that a
// command starts by reading a few files.
import { build } from 'esbuild';
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { Plugin } from '@oclif/core/config';

rmSync('dist', { recursive: true, force: true });
const { dependencies } = JSON.parse(readFileSync('package.json', 'utf8'));
const commands = readdirSync('src/commands').filter((name) => name.endsWith('.ts'));

await Promise.all([
  build({
    entryPoints: [
      ...commands.map((name) => ({
        in: `src/commands/${name}`,
        out: `commands/${name.replace(/\.ts$/, '')}`,
      })),
      { in: 'src/index.ts', out: 'index' },
      { in: 'src/verify/page-server.ts', out: 'page-server' },
      { in: 'src/check/codes/page.ts', out: 'findings-page' },
      { in: 'src/types/slice-worker.ts', out: 'slice-worker' },
      { in: 'src/contract/json-schemas.ts', out: 'json-schemas' },
    ],
    outdir: 'dist',
    bundle: true,
    splitting: true,
    platform: 'node',
    format: 'esm',
    target: 'node20.19',
    external: Object.keys(dependencies).flatMap((name) => [name, `${name}/*`]),
    legalComments: 'linked',
    minifyWhitespace: true,
    minifySyntax: true,
    chunkNames: 'shared/[name]-[hash]',
    logLevel: 'warning',
    banner: {
      js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
    },
  }),
  build({
    // One file for each module, so that packages get those that their elements use.
    entryPoints: readdirSync('src/runtime').map((name) => `src/runtime/${name}`),
    outdir: 'dist/browser/runtime',
    format: 'esm',
    target: 'es2022',
    logLevel: 'warning',
  }),
  build({
    entryPoints: { probes: 'src/verify/page/index.ts' },
    outdir: 'dist/browser',
    bundle: true,
    minifyWhitespace: true,
    format: 'esm',
    target: 'es2022',
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
const { findingsPage } = await import('../dist/findings-page.js');
writeFileSync('docs/findings.md', findingsPage());
