// Measures `lastwright verify` as ratios within one run, medians of REPETITIONS; exit status 1 if one is over its limit.
// The least that verifying 100 elements could cost is loading each one's page twice and mounting its samples.
// `node bench/verify.mjs chromium firefox webkit` compares these browsers too.
import { spawnSync } from 'node:child_process';
import { appendFileSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { copyDemo } from './copy-demo.mjs';
import { generateLibrary } from './generate.mjs';

const REPETITIONS = 3;
const BROWSERS = process.argv.slice(2);
const scratch = mkdtempSync(join(tmpdir(), 'lastwright-bench-'));
const cli = join(process.cwd(), 'bin/lastwright.js');
const env = { LASTWRIGHT_CHROMIUM: 'packaged', ...process.env, NO_COLOR: '1' };
const many = join(scratch, 'many');
generateLibrary(many, 100);
const SAMPLES = `- sample: A free one is claimed
  properties: { label: A1, parcels: [{ id: p1, name: Rope }] }
  slots: { default: <p>Marigold</p> }
  steps:
    - click: title
    - expect: { event: part-claim, detail: { label: A1 } }
- sample: Shown by code
  properties: { label: A2 }
  steps:
    - call: reveal
`;
for (let number = 1; number <= 100; number++)
  writeFileSync(join(many, `elements/quay-part${number}/quay-part${number}.samples.yaml`), SAMPLES);
const demo = join(scratch, 'quayside');
copyDemo(demo);

function run(args) {
  const began = performance.now();
  const { status, stdout, stderr } = spawnSync(process.execPath, args, {
    env,
    encoding: 'utf8',
    maxBuffer: 1 << 29,
  });
  if (status !== 0) throw new Error(`${args.join(' ')} ended with ${status}: ${stderr}`);
  return { took: performance.now() - began, stdout };
}
const whole = (args) => run([cli, 'verify', '--no-types', ...args]).took;
/** What verifying takes without the build before it. */
const looking = (args) => {
  const { stdout } = run([cli, 'verify', '--no-types', '--json', ...args]);
  return JSON.parse(stdout).seconds * 1000;
};

const ofDemo = ['--library', demo, '--framework', 'html'];
const edited = join(demo, 'elements/quay-panel/quay-panel.html');
let edits = 0;
const tasks = {
  version: () => run([cli, '--version']).took,
  pages: () => Number(run(['bench/pages-and-samples.mjs', many]).stdout),
  hundred: () => looking(['--library', many, '--no-cache']),
  again: () => whole([...ofDemo, '--no-cache']),
  remembered: () => whole(ofDemo),
  changed: () => {
    appendFileSync(edited, `<p hidden>${(edits += 1)}</p>\n`);
    return whole(ofDemo);
  },
};
for (const browser of BROWSERS) {
  // One element beside all of them is what starting takes.
  tasks[browser] = () =>
    looking([...ofDemo, '--no-cache', '--browser', browser]) -
    looking([...ofDemo, '--no-cache', '--browser', browser, '--element', 'quay-panel']);
}
const times = Object.fromEntries(Object.keys(tasks).map((name) => [name, []]));
whole(ofDemo);
for (let round = 0; round < REPETITIONS; round++)
  for (const [name, task] of Object.entries(tasks)) times[name].push(task());
rmSync(scratch, { recursive: true });

const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1];
const RATIOS = [
  ['verify of 100 elements in html', 'hundred', 'their pages twice and their samples', 'pages', 2.5],
  ['verify of the demo in html, remembered', 'remembered', '--version', 'version', 3],
  ['verify of the demo after one changed element', 'changed', 'all anew', 'again', 0.25],
  ...BROWSERS.slice(1).map((browser) => [
    `the same cells in ${browser}`,
    browser,
    BROWSERS[0],
    BROWSERS[0],
    2.5,
  ]),
];
let over = 0;
for (const [what, name, than, base, limit] of RATIOS) {
  const ratio = median(times[name]) / median(times[base]);
  if (ratio > limit) over++;
  console.log(
    `${what}: ${ratio.toFixed(2)} x ${than}${ratio > limit ? ` OVER the limit of ${limit}` : ` (limit ${limit})`}; ${Math.round(median(times[name]))} ms`,
  );
}
process.exitCode = over > 0 ? 1 : 0;
