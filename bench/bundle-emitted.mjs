// Bundles the modules of a built package with esbuild, as the build does: modules apart, and one minified file.
import { build } from 'esbuild';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';

const folder = process.argv[2];
const classes = readdirSync(join(folder, 'classes')).filter((name) => name.endsWith('.js'));
const common = {
  bundle: true,
  write: false,
  outdir: join(folder, 'out'),
  sourcemap: 'linked',
  target: 'es2022',
  logLevel: 'error',
};
await Promise.all([
  build({
    ...common,
    entryPoints: classes.map((name) => join(folder, 'classes', name)),
    format: 'esm',
    splitting: true,
  }),
  build({ ...common, entryPoints: [join(folder, 'index.js')], format: 'iife', minify: true }),
]);
