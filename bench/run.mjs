// Measures the command as ratios within one run, interleaved, medians of REPETITIONS: absolute times differ
// from machine to machine. Exit status 1 if a ratio is over its limit. Public tools and two elements of the
// demo library only, so that figures can be compared while the demo grows.
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { build } from 'esbuild';
import { copyDemo } from './copy-demo.mjs';

const REPETITIONS = 7;
const scratch = mkdtempSync(join(tmpdir(), 'lastwright-bench-'));
const library = join(scratch, 'quayside');
const MEASURED = ['quay-berth', 'quay-button'];
/** A simple element, and one that uses almost everything. */
const SIZED = ['quay-panel', 'quay-button'];
for (const file of [
  'lastwright.yaml',
  'package.json',
  'styles',
  'traits',
  ...MEASURED.map((tag) => `elements/${tag}`),
]) {
  cpSync(join('examples/quayside', file), join(library, file), { recursive: true });
}
const cli = join(process.cwd(), 'bin/lastwright.js');
const env = { ...process.env, LASTWRIGHT_CHROMIUM: 'packaged', NO_COLOR: '1' };

function run(args, more = {}) {
  const began = performance.now();
  const { status, stderr } = spawnSync(process.execPath, args, {
    env: { ...env, ...more },
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(`${args.join(' ')} ended with ${status}: ${stderr}`);
  return performance.now() - began;
}

/** Verifies with an empty cache, save for the browser itself, which is unpacked once on a machine. */
function verifyCold() {
  const cache = mkdtempSync(join(scratch, 'cache-'));
  const shared = env.LASTWRIGHT_CACHE ?? join(env.XDG_CACHE_HOME ?? join(env.HOME, '.cache'), 'lastwright');
  for (const name of readdirSync(shared)) {
    if (name.startsWith('chromium-')) symlinkSync(join(shared, name), join(cache, name));
  }
  const time = run([cli, 'verify', '--no-cache', '--library', library], { LASTWRIGHT_CACHE: cache });
  rmSync(cache, { recursive: true });
  return time;
}

const tasks = {
  node: () => run(['-e', '0']),
  version: () => run([cli, '--version']),
  check: () => run([cli, 'check', '--library', library]),
  build: () => run([cli, 'build', '--no-cache', '--library', library]),
  rebuild: () => run([cli, 'build', '--library', library]),
  blank: () => run(['bench/blank-pages.mjs', '3']),
  warm: () => run([cli, 'verify', '--no-cache', '--library', library]),
  cold: verifyCold,
};
const times = Object.fromEntries(Object.keys(tasks).map((name) => [name, []]));
run([cli, 'verify', '--library', library]);
for (let round = 0; round < REPETITIONS; round++) {
  for (const [name, task] of Object.entries(tasks)) times[name].push(task());
}
const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1];
const spread = (list) => Math.round((100 * (Math.max(...list) - Math.min(...list))) / median(list));

const RATIOS = [
  ['lastwright --version', 'version', 'node -e 0', 'node', 2.5],
  ['lastwright check', 'check', '--version', 'version', undefined],
  ['lastwright build', 'build', '--version', 'version', 2.5],
  ['lastwright build, nothing changed', 'rebuild', '--version', 'version', undefined],
  ['lastwright verify, framework bundles cached', 'warm', 'browser and 3 blank pages', 'blank', 4],
  ['lastwright verify, empty cache', 'cold', 'browser and 3 blank pages', 'blank', 8],
];
let over = 0;
for (const [what, name, than, base, limit] of RATIOS) {
  const ratio = median(times[name]) / median(times[base]);
  const verdict =
    limit === undefined ? '' : ratio <= limit ? ` (limit ${limit})` : ` OVER the limit of ${limit}`;
  if (limit !== undefined && ratio > limit) over++;
  console.log(
    `${what}: ${ratio.toFixed(2)} x ${than}${verdict}; ${Math.round(median(times[name]))} ms, spread ${spread(times[name])} %`,
  );
}

// Sizes are those of the whole demo library, whose elements share what they use.
const sized = join(scratch, 'whole');
copyDemo(sized);
run([cli, 'build', '--library', sized]);
const dist = join(sized, 'dist');
for (const tag of SIZED) {
  const { outputFiles } = await build({
    stdin: { contents: `import './elements/${tag}.js';`, resolveDir: dist },
    bundle: true,
    minify: true,
    write: false,
    format: 'esm',
    target: 'es2022',
  });
  const code = outputFiles[0].contents;
  const bytes = brotliCompressSync(code).length;
  const limit = tag === 'quay-panel' ? 3000 : undefined;
  if (limit && bytes > limit) over++;
  console.log(
    `<${tag}> with runtime and style: ${code.length} bytes minified, ${bytes} brotli${limit ? ` (limit ${limit})` : ''}`,
  );
}
console.log(
  `node ${process.version}, medians of ${REPETITIONS}, ${JSON.parse(readFileSync('package.json', 'utf8')).version}`,
);
rmSync(scratch, { recursive: true });
process.exitCode = over > 0 ? 1 : 0;
