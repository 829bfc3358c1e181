// Measures an open library of 1,000 elements after one changed file, and `lastwright build` of large libraries, as ratios
// of medians within one run; exit status 1 if one is over its limit. `build` is compared with esbuild alone, as a library:
// it bundles the modules that the build emitted, in the same three ways.
import { spawnSync } from 'node:child_process';
import { appendFileSync, cpSync, existsSync, mkdtempSync, renameSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { generateLibrary } from './generate.mjs';
import { openLibrary, PackageBuilder, Workspace, writeOutput } from '../dist/index.js';

const REPETITIONS = 3;
const scratch = mkdtempSync(join(tmpdir(), 'lastwright-bench-'));
const cli = join(process.cwd(), 'bin/lastwright.js');
const library = (count) => join(scratch, `library-${count}`);
for (const count of [1000, 2000]) generateLibrary(library(count), count);
const aside = mkdtempSync(join(scratch, 'aside-'));
let moved = 0;

function run(args) {
  const began = performance.now();
  const { status, stderr } = spawnSync(process.execPath, args, { encoding: 'utf8' });
  if (status !== 0) throw new Error(`${args.join(' ')} ended with ${status}: ${stderr}`);
  return performance.now() - began;
}

/** A build that begins without types and output of an earlier one. */
const build = (count) => {
  for (const name of ['.lastwright', 'dist'])
    if (existsSync(join(library(count), name)))
      renameSync(join(library(count), name), join(aside, `${(moved += 1)}`));
  return run([cli, 'build', '--library', library(count)]);
};

/** What `build --watch` does after one changed file; the first two times run code that was never run yet. */
async function buildOpen(round) {
  const workspace = new Workspace(await openLibrary(library(1000)));
  const builder = new PackageBuilder();
  let began;
  for (let time = 0; time < 3; time++) {
    if (time > 0) appendFileSync(edited, `<p>{depth + ${round + 10 * time}}</p>\n`);
    began = performance.now();
    if (time > 0) await workspace.update([edited]);
    const analysis = workspace.analysis();
    const [, { files }] = await Promise.all([workspace.check(true), builder.build(analysis)]);
    await writeOutput(join(library(1000), 'dist'), files);
  }
  const took = performance.now() - began;
  await builder.close();
  return took;
}

const edited = join(library(1000), 'elements/quay-part500/quay-part500.html');
const times = { first: [], update: [], build: [], build2000: [], bundle: [], open: [], again: [] };
for (let round = 0; round < REPETITIONS; round++) {
  let began = performance.now();
  const workspace = new Workspace(await openLibrary(library(1000)));
  await workspace.check(false);
  times.first.push(performance.now() - began);
  // The first change finds code that was never run yet.
  for (let change = 0; change < 4; change++) {
    appendFileSync(edited, `<p>{depth + ${change}}</p>\n`);
    began = performance.now();
    await workspace.update([edited]);
    const { findings } = await workspace.check(false);
    if (findings.some(({ severity }) => severity === 'error')) throw new Error('The library has errors.');
    if (change > 0) times.update.push(performance.now() - began);
  }
  times.build.push(build(1000));
  if (round === 0) {
    // Modules as they lie in the package, for esbuild alone.
    cpSync(join(library(1000), 'dist'), join(scratch, 'emitted'), { recursive: true });
  }
  times.bundle.push(run(['bench/bundle-emitted.mjs', join(scratch, 'emitted')]));
  appendFileSync(edited, `<p>{depth + ${10 + round}}</p>\n`);
  times.again.push(run([cli, 'build', '--library', library(1000)]));
  times.open.push(await buildOpen(10 + round));
  times.build2000.push(build(2000));
}
rmSync(scratch, { recursive: true });

const median = (name) => [...times[name]].sort((a, b) => a - b)[times[name].length >> 1];
const spread = (name) =>
  Math.round((100 * (Math.max(...times[name]) - Math.min(...times[name]))) / median(name));
let over = 0;
function say(what, name, other, than, limit) {
  const ratio = median(name) / median(other);
  if (ratio > limit) over++;
  console.log(
    `${what}: ${ratio.toFixed(3)} x ${than} (${ratio <= limit ? 'limit' : 'OVER the limit of'} ${limit}); ${Math.round(median(name))} ms, spread ${spread(name)} %`,
  );
}
say('check of 1,000 elements after one changed file', 'update', 'first', 'the first check', 0.05);
say('build of 1,000 elements', 'build', 'bundle', 'esbuild bundling what it emits', 2.5);
say('build of 2,000 elements', 'build2000', 'build', 'that of 1,000', 2.2);
say('build --watch after one changed file', 'open', 'build', 'the first build', 0.1);
say('build after one changed file, in a new process', 'again', 'build', 'the first build', 0.1);
console.log(`node ${process.version}, medians of ${REPETITIONS}`);
process.exitCode = over > 0 ? 1 : 0;
