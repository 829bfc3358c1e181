// Wrapped elements against the same component in a plain application of its framework, from the start to the picture, as ratios
// within one run; and what the wrapper weighs. Exit status 1 if one is over its limit.
import { mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { build } from 'esbuild';
import { compile } from 'svelte/compiler';
import { analyze, buildLibrary, BROWSERS, openLibrary } from '../dist/index.js';
import { PageServer } from '../dist/page-server.js';
import { FRAMEWORKS, libraryFiles, PLAIN, PLAIN_SVELTE } from './wrapped-sources.mjs';

const ELEMENTS = 1000;
const ROUNDS = 25;
const LIMITS = { create: 1.4, update: 1.3, once: 2200, each: 300 };

const root = mkdtempSync(join(tmpdir(), 'lastwright-bench-'));
const put = (path, text) => {
  mkdirSync(dirname(join(root, path)), { recursive: true });
  writeFileSync(join(root, path), text);
};
for (const [path, text] of Object.entries(libraryFiles())) put(path, text);
symlinkSync(join(process.cwd(), 'node_modules'), join(root, 'node_modules'));
const { files, findings } = await buildLibrary(analyze(await openLibrary(root)));
if (files.size === 0) throw new Error(JSON.stringify(findings));
for (const [path, content] of files) put(`dist/${path}`, content);
put('Plain.svelte', PLAIN_SVELTE);

const svelte = {
  name: 'svelte',
  setup: (build) =>
    build.onLoad({ filter: /\.svelte$/ }, async ({ path }) => ({
      contents: compile(await readFile(path, 'utf8'), { filename: path, generate: 'client' }).js.code,
    })),
};

const bundle = async (contents, more = {}) => {
  const { outputFiles } = await build({
    stdin: { contents, resolveDir: root },
    bundle: true,
    write: false,
    minify: true,
    format: 'esm',
    target: 'es2022',
    conditions: ['svelte', 'production', 'module'],
    define: {
      'process.env.NODE_ENV': '"production"',
      __VUE_OPTIONS_API__: 'true',
      __VUE_PROD_DEVTOOLS__: 'false',
      __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
    },
    plugins: [svelte],
    logLevel: 'error',
    ...more,
  });
  return outputFiles[0].text;
};

/** What a page measures: both ways by turns, from the start to the frame after the picture. */
const measure = (framework) => `
${PLAIN[framework]}
import './dist/elements/quay-${framework}.js';
const picture = () => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
const rows = (by) => Array.from({ length: ${ELEMENTS} }, (_, place) => ({ label: 'Berth ' + place, level: place + by }));
const wrapped = (container, initial) => {
  const all = initial.map((row) => Object.assign(document.createElement('quay-${framework}'), row));
  container.append(...all);
  return { update: (next) => { next.forEach((row, place) => Object.assign(all[place], row)); return all.at(-1).settled; }, end: () => container.replaceChildren() };
};
globalThis.measure = async () => {
  const times = { plain: { create: [], update: [] }, wrapped: { create: [], update: [] } };
  for (let round = 0; round < ${ROUNDS}; round++)
    for (const [name, begin] of round % 2 ? [['plain', start], ['wrapped', wrapped]] : [['wrapped', wrapped], ['plain', start]]) {
      const container = document.body.appendChild(document.createElement('main'));
      const first = rows(round); const second = rows(round + 1);
      await picture();
      let began = performance.now();
      const app = begin(container, first);
      await picture();
      times[name].create.push(performance.now() - began);
      began = performance.now();
      await app.update(second);
      await picture();
      times[name].update.push(performance.now() - began);
      await app.end();
      container.remove();
      await picture();
    }
  return times;
};`;

/** The median of what each round says by itself, less the first two: a machine's speed changes from round to round. */
const ratioOf = (times, others) => {
  const ratios = times.map((time, round) => time / others[round]).slice(2);
  return ratios.sort((a, b) => a - b)[ratios.length >> 1];
};
let over = false;
const say = (what, value, limit, unit = 'x') => {
  const good = value <= limit;
  over ||= !good;
  console.log(
    `${good ? ' ' : '!'} ${what.padEnd(44)} ${String(value).padStart(6)} ${unit}  (limit ${limit})`,
  );
};

const server = new PageServer();
await server.start();
const browser = await BROWSERS.find(({ name }) => name === 'chromium').launch();
try {
  for (const framework of FRAMEWORKS) {
    const page = await browser.newPage();
    server.put(`/${framework}.js`, await bundle(measure(framework)));
    server.put(
      `/${framework}.html`,
      `<!doctype html><body><script type="module" src="/${framework}.js"></script>`,
    );
    await page.open(`${server.origin}/${framework}.html`);
    const times = await page.evaluate('measure()', 480_000);
    for (const what of ['create', 'update']) {
      const ratio = ratioOf(times.wrapped[what], times.plain[what]);
      say(`${framework}: ${what} ${ELEMENTS}, wrapped against plain`, Number(ratio.toFixed(2)), LIMITS[what]);
    }
    await page.close();
  }
} finally {
  await browser.close();
  await server.stop();
}

// What a package's wrapper weighs beside component and framework: everything left out but what the tool brings.
const left = {
  name: 'left-out',
  setup: (build) =>
    build.onResolve(
      { filter: /\/components\/|^(?:react|react-dom|preact|vue|svelte|solid-js)(?:\/|$)/ },
      ({ path }) => ({ path, external: true }),
    ),
};
const weigh = async (tags) => {
  const text = await bundle(tags.map((tag) => `import './dist/elements/${tag}.js';`).join('\n'), {
    plugins: [left],
  });
  return brotliCompressSync(text).length;
};
for (const framework of FRAMEWORKS)
  say(
    `${framework}: the wrapper once, with one element`,
    await weigh([`quay-${framework}`]),
    LIMITS.once,
    'bytes',
  );
const contractOfReact = libraryFiles()['elements/quay-react/quay-react.contract.yaml'];
// The second of two elements of one framework: both have the same component, which is left out.
put(
  'elements/quay-second/quay-second.contract.yaml',
  contractOfReact
    .replace('tag: quay-react', 'tag: quay-second')
    .replace('./Card.tsx', '../quay-react/Card.tsx')
    .replaceAll('label', 'heading')
    .replaceAll('level', 'depth')
    .replace('heading:', "heading: { type: string, default: '', from: label } #")
    .replace('depth:', 'depth: { type: number, default: 0, from: level } #'),
);
const again = await buildLibrary(analyze(await openLibrary(root)));
for (const [path, content] of again.files) put(`dist/${path}`, content);
say(
  'react: each further element',
  (await weigh(['quay-react', 'quay-second'])) - (await weigh(['quay-react'])),
  LIMITS.each,
  'bytes',
);
rmSync(root, { recursive: true, force: true });
process.exitCode = over ? 1 : 0;
