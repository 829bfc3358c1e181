// Measures how long it takes from a save to the new picture on the live page, in the packaged Chromium, in this one run: in HTML
// alone, in all frameworks that the demo promises, and in HTML in a library of 1,000 elements. Exit status 1 if one is over its
// limit. The first sample of quay-berth is looked at; a picture is there two frames after the cell says that it is ready.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BROWSERS } from '../dist/index.js';
import { copyDemo } from './copy-demo.mjs';
import { generateLibrary } from './generate.mjs';
import { startPreview } from './start-preview.mjs';

process.env.LASTWRIGHT_CHROMIUM ??= 'packaged';
const SAVES = Number(process.argv[2] ?? 15);
/** Between two saves, in milliseconds: nobody saves faster than that who looks at what came. */
const CALM = 2500;
const scratch = mkdtempSync(join(tmpdir(), 'lastwright-bench-'));
const demo = join(scratch, 'quayside');
copyDemo(demo);
const many = join(scratch, 'many');
generateLibrary(many, 1000);

/** Resolves, in the page, when cells of the first sample in so many frameworks show a text, and are drawn. */
const drawn = (text, count) => `new Promise((resolve) => {
  const ready = new Set();
  addEventListener('message', function hear({ data, source }) {
    if (data.cell !== 'ready' || !data.state.text.includes(${JSON.stringify(text)})) return;
    ready.add(source);
    if (ready.size < ${count}) return;
    removeEventListener('message', hear);
    requestAnimationFrame(() => requestAnimationFrame(() => resolve(Date.now())));
  });
})`;

async function measure(library, tag, frameworks, cells) {
  const { address, end } = await startPreview(library);
  process.once('exit', end);
  const browser = await BROWSERS.find(({ name }) => name === 'chromium').launch();
  const page = await browser.newPage();
  await page.open(`${address}element/${tag}?frameworks=${frameworks.join(',')}`);
  const view = join(library, `elements/${tag}/${tag}.html`);
  const text = readFileSync(view, 'utf8');
  await new Promise((resolve) => setTimeout(resolve, 6000));
  const times = [];
  for (let save = 0; save < SAVES + 3; save++) {
    const mark = `saved ${save}.`;
    const seen = page.evaluate(drawn(mark, cells), 20_000);
    await new Promise((resolve) => setTimeout(resolve, CALM));
    const began = Date.now();
    writeFileSync(view, `${text}<p>${mark}</p>\n`);
    const took = (await seen) - began;
    // The first ones run code that was never run yet.
    if (save >= 3) times.push(took);
  }
  writeFileSync(view, text);
  await browser.close();
  await end();
  return times.sort((a, b) => a - b);
}

const TEN = ['html', 'react', 'react-18', 'preact', 'vue', 'svelte', 'solid', 'angular', 'ember', 'riot'];
const median = (list) => list[list.length >> 1];
const html = await measure(demo, 'quay-berth', ['html'], 1);
const three = await measure(
  demo,
  'quay-berth',
  TEN.slice(0, 5).filter((name) => /^(html|react|vue)$/.test(name)),
  3,
);
const ten = await measure(demo, 'quay-berth', TEN, 10);
const large = await measure(many, 'quay-part500', ['html'], 1);
rmSync(scratch, { recursive: true });

const ROWS = [
  ['demo, HTML', median(html), 150, 'ms', html],
  ['demo, HTML, React and Vue', median(three), 400, 'ms', three],
  ['demo, ten frameworks', median(ten), 400, 'ms', ten],
  ['1,000 elements, HTML, x the demo', median(large) / median(html), 1.5, 'x', large],
];
let over = false;
for (const [what, value, limit, unit, all] of ROWS) {
  const isOver = value > limit;
  over ||= isOver;
  console.log(
    `${what.padEnd(36)} ${value.toFixed(unit === 'x' ? 2 : 0).padStart(6)} ${unit}  limit ${limit} ${unit}${isOver ? '  OVER' : ''}   ${all[0]} to ${all.at(-1)} ms`,
  );
}
process.exitCode = over ? 1 : 0;
