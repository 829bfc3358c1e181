// Measures built elements against one written by hand and against native components of frameworks, in a real browser:
// production builds, operations interleaved, medians. Exit status 1 if a ratio is over its limit.
// `node bench/browser.mjs --write` also writes docs/performance.md.
import { brotliCompressSync } from 'node:zlib';
import { readFileSync, writeFileSync } from 'node:fs';
import { BROWSERS } from '../dist/index.js';
import { PageServer } from '../dist/page-server.js';
import { bundles } from './browser/implementations.mjs';

const REPETITIONS = Number(process.env.REPETITIONS ?? 14);
const COUNT = 1000;
process.env.LASTWRIGHT_CHROMIUM ??= 'packaged';

/** Limits of script time against the element written by hand. */
const SCRIPT_LIMITS = {
  create: 1.15,
  'update all': 1.1,
  'update every tenth': 1.1,
  'swap two': 1.1,
  'replace list': 1.1,
  'remove all': 1.2,
};
/** The same of updates on a fresh page, before the browser has compiled anything. */
const COLD_LIMITS = { 'update all': 1.3, 'update every tenth': 1.3, 'swap two': 1.3, 'replace list': 1.3 };
const TOTAL_LIMIT = 1.05;

/** In the page of figures, what stands behind this is written by the bench. */
const MARK = '<!-- measured: -->';
const HEAP_LIMIT = 1.5;

const scripts = await bundles();
/** `ONLY="by hand,lastwright"` leaves the others out. */
const names = process.env.ONLY?.split(',') ?? Object.keys(scripts);
// A page that nothing else shares a process with measures time in steps of 5 µs instead of 100 µs.
const server = new PageServer({
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-embedder-policy': 'require-corp',
});
for (const [place, name] of names.entries()) {
  server.put(`/${place}.js`, scripts[name]);
  server.put(
    `/${place}.html`,
    `<!doctype html><style>body { margin: 0 }</style><div id="app"></div><script src="/${place}.js"></script>`,
  );
}
await server.start();
const browser = await BROWSERS[0].launch();

/** All samples: kind of round → operation → implementation → times. */
const samples = {};
const heap = Object.fromEntries(names.map((name) => [name, []]));

/** Measures each operation of a round in all pages, one after the other, before the next operation. */
async function measure(pages, as, kind, count) {
  const operations = [];
  for (const [, page] of pages)
    operations.push(await page.evaluate(`beginRound('${kind}', ${count})`, 60_000));
  for (const operation of operations[0]) {
    const at = ((samples[as] ??= {})[operation] ??= {});
    // Another one is first each time: who comes after a pause is slower.
    pages.push(pages.shift());
    for (const [name, page] of pages) {
      await page.evaluate('prepare()', 60_000);
      (at[name] ??= []).push(await page.evaluate('operate()', 120_000));
    }
  }
}

/** Runs rounds that are not measured, until the browser has compiled what it is going to compile. */
async function warmUp(pages, kind, count, rounds) {
  for (const [, page] of pages)
    for (let round = 0; round < rounds; round++)
      await page.evaluate(`wholeRound('${kind}', ${count})`, 120_000);
}

/** So many rounds are measured in the same pages. */
const ROUNDS = 2;

for (let repetition = 0; repetition < REPETITIONS; repetition += ROUNDS) {
  const pages = [];
  for (const [place, name] of names.entries()) {
    const page = await browser.newPage();
    await page.open(`${server.origin}/${place}.html`);
    pages.push([name, page]);
  }
  await measure(pages, 'cold', 'berths', COUNT);
  await warmUp(pages, 'berths', COUNT, 6);
  for (let round = 0; round < ROUNDS; round++) await measure(pages, 'berths', 'berths', COUNT);
  await warmUp(pages, 'board', 1000, 3);
  for (let round = 0; round < ROUNDS; round++) {
    await measure(pages, 'board 1,000', 'board', 1000);
    await measure(pages, 'board 10,000', 'board', 10_000);
  }
  for (const [name, page] of pages) {
    const before = await page.heapUsed();
    await page.evaluate(`createAndKeep(${COUNT}).then(() => 0)`, 60_000);
    heap[name].push((await page.heapUsed()) - before);
    await page.close();
  }
}
const { version } = browser;
await browser.close();
await server.stop();

const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1];
const spread = (list) => {
  const sorted = [...list].sort((a, b) => a - b);
  const quarter = sorted.length >> 2;
  return Math.round((100 * (sorted.at(-1 - quarter) - sorted[quarter])) / median(list));
};
const value = (round, operation, name, kind) =>
  median(samples[round][operation][name].map((one) => one[kind]));
/** The median of what each round says by itself: a machine's speed changes from round to round. */
const ratioOf = (round, operation, name, than, kind) => {
  const { [name]: own, [than]: others } = samples[round][operation];
  return median(own.map((one, place) => one[kind] / others[place][kind]));
};
const lines = [];
const say = (line = '') => lines.push(line);
const misses = [];

function table(round, kind) {
  say(`| | ${names.join(' | ')} | by hand, ms | spread |`);
  say(`| --- |${' --- |'.repeat(names.length + 2)}`);
  for (const operation of Object.keys(samples[round])) {
    const base = value(round, operation, 'by hand', kind);
    const ratios = names.map((name) => ratioOf(round, operation, name, 'by hand', kind).toFixed(2));
    const noise = spread(samples[round][operation]['by hand'].map((one) => one[kind]));
    say(`| ${operation} | ${ratios.join(' | ')} | ${base.toFixed(2)} | ${noise} % |`);
  }
  say();
}

say('### Script time, 1,000 components, warm');
say();
table('berths', 'script');
say('### Script and layout, 1,000 components, warm');
say();
table('berths', 'total');
say('### Script time on a fresh page');
say();
table('cold', 'script');
say('### Script time, one board of 1,000 rows');
say();
table('board 1,000', 'script');
say('### Script time, one board of 10,000 rows');
say();
table('board 10,000', 'script');
say('### Memory and size');
say();
say(`| | ${names.join(' | ')} |`);
say(`| --- |${' --- |'.repeat(names.length)}`);
say(
  `| JavaScript heap of 1,000 components, MB | ${names.map((name) => (median(heap[name]) / 1e6).toFixed(2)).join(' | ')} |`,
);
say(
  `| script with both components, minified, brotli, kB | ${names.map((name) => (brotliCompressSync(scripts[name]).length / 1000).toFixed(1)).join(' | ')} |`,
);
say();

const judge = (what, ratio, limit) => {
  if (ratio > limit) misses.push(`${what}: ${ratio.toFixed(2)} x, limit ${limit}`);
};
for (const [operation, limit] of Object.entries(SCRIPT_LIMITS)) {
  const judgeHand = (what, kind, limit) =>
    judge(
      `${operation}, ${what}, against by hand`,
      ratioOf('berths', operation, 'lastwright', 'by hand', kind),
      limit,
    );
  judgeHand('script', 'script', limit);
  judgeHand('script and layout', 'total', TOTAL_LIMIT);
}
for (const [operation, limit] of Object.entries(COLD_LIMITS))
  judge(
    `${operation}, on a fresh page, against by hand`,
    ratioOf('cold', operation, 'lastwright', 'by hand', 'script'),
    limit,
  );
judge('heap, against by hand', median(heap.lastwright) / median(heap['by hand']), HEAP_LIMIT);
for (const round of Object.keys(samples).filter((name) => name !== 'cold')) {
  for (const operation of Object.keys(samples[round])) {
    for (const name of names.slice(2)) {
      // Removal is the browser's work: within noise is what can be asked.
      const limit = /remove all|clear/.test(operation) ? 1.25 : 1;
      const ratio = ratioOf(round, operation, 'lastwright', name, 'script');
      judge(`${round}: ${operation}, against ${name}`, ratio, limit);
    }
  }
}
const about = `${version}, node ${process.version}, medians of ${REPETITIONS} interleaved repetitions; spread is the middle half of the samples.`;
console.log(`${lines.join('\n')}\n${about}\n`);
console.log(
  misses.length === 0 ? 'All ratios are within their limits.' : `Over a limit:\n${misses.join('\n')}`,
);
if (process.argv.includes('--write')) {
  const missed =
    misses.length === 0
      ? 'All limits were kept in this run.'
      : `Over a limit in this run:\n\n${misses.map((miss) => `- ${miss}`).join('\n')}`;
  const page = readFileSync('docs/performance.md', 'utf8');
  const [head] = page.split(MARK);
  writeFileSync('docs/performance.md', `${head}${MARK}\n\n${about}\n\n${missed}\n\n${lines.join('\n')}`);
}
process.exitCode = misses.length > 0 ? 1 : 0;
