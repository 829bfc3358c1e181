// Builds what is shipped to browsers: one file for each module, so that packages get those that their elements use; and
// all of it in one file, for pages that are looked at while their elements are written.
import { build } from 'esbuild';
import { readdirSync } from 'node:fs';

/** What development builds load beside the classes, whole. */
const INSPECT = 'inspect.ts';

await build({
  entryPoints: readdirSync('src/runtime')
    .filter((name) => !name.endsWith('.d.ts') && name !== INSPECT)
    .map((name) => `src/runtime/${name}`),
  outdir: 'dist/browser/runtime',
  format: 'esm',
  target: 'es2022',
  logLevel: 'warning',
});

await build({
  entryPoints: { runtime: 'src/runtime/index.ts', 'runtime/inspect': `src/runtime/${INSPECT}` },
  outdir: 'dist/browser',
  bundle: true,
  format: 'esm',
  target: 'es2022',
  logLevel: 'warning',
});
