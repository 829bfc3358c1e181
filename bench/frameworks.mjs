// Measures `lastwright verify` in all frameworks as ratios within one run; exit status 1 if one is over its limit.
//   the demo in ten frameworks, without types, bundles cached, against blank pages and the frameworks' own mounts of the same examples
//   growth from 10 to 50 to 200 elements, in HTML
//   each framework's checker over the demo's examples and those of 100 elements, against an empty program and the same checker by hand
// `node bench/frameworks.mjs pages`, `growth` or `checkers` measures one of them; `checkers react solid` those of some frameworks.
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { copyDemo } from './copy-demo.mjs';
import { CONSUMER_OPTIONS } from '../scripts/consumer-options.mjs';
import { generateLibrary } from './generate.mjs';

const wanted = process.argv.slice(2);
const FRAMEWORKS = 'html react react-18 preact vue svelte solid angular ember riot'.split(' ');
const scratch = mkdtempSync(join(tmpdir(), 'lastwright-bench-'));
const cli = join(process.cwd(), 'bin/lastwright.js');
const modules = join(process.cwd(), 'node_modules');
const env = { LASTWRIGHT_CHROMIUM: 'packaged', ...process.env, NO_COLOR: '1' };

function run(args, options = {}) {
  const began = performance.now();
  const { status, stdout, stderr } = spawnSync(process.execPath, args, {
    env,
    encoding: 'utf8',
    maxBuffer: 1 << 29,
    ...options,
  });
  return { took: performance.now() - began, status, stdout, stderr };
}

/** The report of a run; what it takes without the build before it, in milliseconds, is `seconds`. */
function verify(library, flags, more = {}) {
  const { stdout, stderr, took } = run([cli, 'verify', '--json', '--library', library, ...flags], {
    env: { ...env, ...more },
  });
  try {
    return { ...JSON.parse(stdout), took };
  } catch {
    throw new Error(`verify ${flags.join(' ')} gave no report: ${stderr}`);
  }
}

const named = (frameworks) => frameworks.flatMap((framework) => ['--framework', framework]);
let over = 0;
function tell(what, ratio, than, limit, more = '') {
  const isOver = ratio > limit;
  if (isOver) over++;
  console.log(
    `${what}: ${ratio.toFixed(2)} x ${than}${isOver ? ` OVER the limit of ${limit}` : ` (limit ${limit})`}${more && `; ${more}`}`,
  );
}
const inSeconds = (milliseconds) => `${(milliseconds / 1000).toFixed(1)} s`;

function measurePages() {
  const demo = join(scratch, 'quayside');
  copyDemo(demo);
  // Bundles of the frameworks are cached by it.
  verify(demo, ['--no-types', '--element', 'quay-panel', ...named(FRAMEWORKS)]);
  const own = verify(demo, ['--no-types', '--no-cache', ...named(FRAMEWORKS)]).seconds * 1000;
  const { stdout, stderr } = run(['bench/bare-mounts.mjs', demo, ...FRAMEWORKS]);
  const least = Number(stdout);
  if (!(least > 0)) throw new Error(`Nothing was mounted: ${stderr}`);
  tell(
    'verify of the demo in ten frameworks',
    own / least,
    'blank pages and bare mounts',
    2.5,
    `${inSeconds(own)} and ${inSeconds(least)}`,
  );
}

function measureGrowth() {
  const times = [10, 50, 200].map((count) => {
    const library = join(scratch, `of-${count}`);
    generateLibrary(library, count);
    return [count, verify(library, ['--no-types', '--no-cache', '--framework', 'html']).seconds * 1000];
  });
  for (const [place, [count, took]] of times.entries()) {
    if (place === 0) continue;
    const [before, less] = times[place - 1];
    tell(
      `verify of ${count} elements, each`,
      took / count / (less / before),
      `each of ${before}`,
      // Linear, and what chance makes of two runs.
      1.1,
      inSeconds(took),
    );
  }
}

/** What somebody writes into tsconfig.json, and calls, by framework. */
const BY_HAND = {
  react: { file: 'tsx', options: { jsx: 'react-jsx', jsxImportSource: 'react' } },
  preact: { file: 'tsx', options: { jsx: 'react-jsx', jsxImportSource: 'preact' } },
  solid: { file: 'tsx', options: { jsx: 'preserve', jsxImportSource: 'solid-js' } },
  vue: {
    file: 'vue',
    empty: '<template><p>Nothing</p></template>\n',
    more: { vueCompilerOptions: { strictTemplates: true } },
    call: ['vue-tsc/bin/vue-tsc.js', '-p', '.'],
  },
  svelte: {
    file: 'svelte',
    empty: '<p>Nothing</p>\n',
    options: { verbatimModuleSyntax: true },
    call: ['svelte-check/bin/svelte-check', '--tsconfig', './tsconfig.json', '--threshold', 'error'],
  },
  angular: {
    file: 'ts',
    empty:
      "import { Component } from '@angular/core';\n@Component({ selector: 'app-nothing', template: '' })\nexport class Nothing {}\n",
    more: { angularCompilerOptions: { strictTemplates: true } },
    call: ['@angular/compiler-cli/bundles/src/bin/ngc.js', '-p', '.'],
  },
};
const TSC = ['typescript-7/bin/tsc', '-p', '.'];
/** Packages that such a project has. */
const LINKED =
  'react @types/react csstype preact solid-js vue svelte @angular/core @angular/common rxjs typescript'.split(
    ' ',
  );

/** Checkers that take a second or two are asked several times: the median counts. */
const TIMES = { vue: 1, svelte: 1, angular: 1 };
function median(name, measure) {
  const all = Array.from({ length: TIMES[name] ?? 5 }, measure);
  return all.sort((a, b) => a.took - b.took)[all.length >> 1];
}

/** What a checker takes over some files by hand, in milliseconds. */
function byHand(name, files, packageFolder) {
  const { file, options = {}, more = {}, call = TSC } = BY_HAND[name];
  const folder = mkdtempSync(join(scratch, `${name}-`));
  for (const link of LINKED) {
    mkdirSync(dirname(join(folder, 'node_modules', link)), { recursive: true });
    symlinkSync(join(modules, link), join(folder, 'node_modules', link));
  }
  if (packageFolder)
    cpSync(packageFolder, join(folder, 'node_modules', readName(packageFolder)), { recursive: true });
  for (const [path, text] of Object.entries(files)) writeFileSync(join(folder, path), text);
  const compilerOptions = {
    ...CONSUMER_OPTIONS,
    noEmit: true,
    ...options,
  };
  writeFileSync(
    join(folder, 'tsconfig.json'),
    JSON.stringify({ compilerOptions, ...more, include: [`*.${file}`] }),
  );
  const [program, ...args] = call;
  const { took, status, stdout, stderr } = run([join(modules, program), ...args], { cwd: folder });
  // Wrong uses are among the files: what counts is that it came to its end.
  if (status === null || /Cannot find module|ENOENT/.test(stderr))
    throw new Error(`${name} by hand: ${stdout}${stderr}`);
  return { took };
}

const readName = (folder) => JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8')).name;

const NO_BROWSER = { LASTWRIGHT_CHROMIUM: join(scratch, 'none') };

/** What a framework's checker takes in verify, in milliseconds, and the files that it looked at. */
function inVerify(library, framework, cache) {
  // Without a browser there is nothing else to do, but for reading the package that was built before.
  const flags = named([framework]);
  const leave = () => verify(library, ['--no-types', ...flags], NO_BROWSER).took;
  // The first time the framework is put together.
  leave();
  const without = leave();
  rmSync(join(cache, 'types'), { recursive: true, force: true });
  const report = verify(library, flags, NO_BROWSER);
  const uses = report.results.filter(({ facet }) => facet === 'types');
  const files = Object.fromEntries(
    uses.map(({ element, source }) => [`uses-of-${element}.${BY_HAND[framework].file}`, source]),
  );
  return { took: report.took - without, files };
}

function measureCheckers() {
  const cache = (env.LASTWRIGHT_CACHE = join(scratch, 'cache'));
  const demo = join(scratch, 'checked');
  copyDemo(demo);
  const many = join(scratch, 'checked-100');
  generateLibrary(many, 100);
  const names = Object.keys(BY_HAND);
  const chosen = names.filter((name) => wanted.includes(name));
  writeFileSync(join(many, 'lastwright.yaml'), `library: 1\nframeworks: [html, ${names.join(', ')}]\n`);
  writeFileSync(join(many, 'package.json'), '{ "name": "many", "version": "1.0.0" }');
  for (const library of [demo, many]) run([cli, 'build', '--library', library]);
  for (const name of chosen.length > 0 ? chosen : names) {
    const { file, empty = 'export {};\n' } = BY_HAND[name];
    const own = median(name, () => inVerify(demo, name, cache));
    const { took: nothing } = median(name, () => byHand(name, { [`empty.${file}`]: empty }));
    tell(
      `${name}: the checker over the demo's examples, less a second,`,
      (own.took - 1000) / nothing,
      'an empty program',
      1.3,
      `${inSeconds(own.took)} and ${inSeconds(nothing)}`,
    );
    const hundred = median(name, () => inVerify(many, name, cache));
    const { took: hand } = median(name, () => byHand(name, hundred.files, join(many, 'dist')));
    tell(
      `${name}: over those of 100 elements`,
      hundred.took / hand,
      'the same checker by hand',
      1.2,
      `${inSeconds(hundred.took)} and ${inSeconds(hand)}`,
    );
  }
}

const TASKS = { pages: measurePages, growth: measureGrowth, checkers: measureCheckers };
for (const [name, task] of Object.entries(TASKS)) if (wanted.length === 0 || wanted.includes(name)) task();
rmSync(scratch, { recursive: true });
process.exitCode = over > 0 ? 1 : 0;
