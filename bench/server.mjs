// Rendering on a server against template strings written by hand, and taking over against creating: ratios in one run.
import { execFileSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { dirname, extname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { gzipSync } from 'node:zlib';
import { BROWSERS } from '../dist/index.js';

const repository = dirname(dirname(fileURLToPath(import.meta.url)));
const root = join(mkdtempSync(join(tmpdir(), 'lastwright-bench-')), 'quayside');
cpSync(join(repository, 'examples/quayside'), root, {
  recursive: true,
  filter: (path) => !/[/\\](?:dist|\.lastwright|node_modules)$/.test(path),
});
symlinkSync(join(repository, 'node_modules'), join(root, 'node_modules'));
writeFileSync(
  join(root, 'lastwright.yaml'),
  `${readFileSync(join(root, 'lastwright.yaml'), 'utf8')}\nserver: true\n`,
);
execFileSync(process.execPath, [join(repository, 'bin/lastwright.js'), 'build', '--library', root]);
const { render, renderHtml, renderStream } = await import(pathToFileURL(join(root, 'dist/server/index.js')));

const COUNT = 1000;
const ROUNDS = 15;
const median = (values) => values.toSorted((a, b) => a - b)[values.length >> 1];
const berths = Array.from({ length: COUNT }, (_, place) => ({
  label: `Berth ${place}`,
  parcels: [
    { id: 'a', name: `Rope ${place}` },
    { id: 'b', name: 'Sails & <oars>' },
  ],
}));
const options = { styles: '/styles' };

/** What a careful person writes: the same HTML, from template strings. */
const escaped = (text) => text.replace(/[&<>"]/g, (letter) => `&#${letter.charCodeAt(0)};`);
const [head] = /<script.*?<!--:-->/s.exec(render('quay-berth', { properties: berths[0] }, options));
const links = head.slice(head.indexOf('<link'));
const byHand = ({ label, parcels }) =>
  `<quay-berth><template shadowrootmode="open"><script type="application/json">${JSON.stringify({ label, parcels }).replace(/</g, '\\u003c')}</script>${links}<article part="card" class="berth free"><h3 part="title">${escaped(label)}</h3><slot name="actions"></slot> <slot>Nobody lies here.</slot><!--[--><ul>${parcels.map(({ name }) => `<li>${escaped(name)}</li>`).join('')}</ul><!--]--></article></template></quay-berth>`;

const timed = (work) => {
  const start = performance.now();
  work();
  return performance.now() - start;
};
const rendered = () => berths.map((properties) => render('quay-berth', { properties }, options)).join('');
const written = () => berths.map(byHand).join('');
const markup = berths.map(({ label }) => `<quay-berth label="${label}"></quay-berth>`).join('');
const rows = { render: [], hand: [], html: [] };
for (let round = 0; round < ROUNDS * 3; round++) {
  rows.render.push(timed(rendered));
  rows.hand.push(timed(written));
  rows.html.push(timed(() => renderHtml(markup, options)));
}
const [own, hand, html] = [rows.render, rows.hand, rows.html].map((times) => median(times.slice(ROUNDS)));
console.log(
  `render, ${COUNT} elements: ${own.toFixed(1)} ms; by hand ${hand.toFixed(1)} ms: ${(own / hand).toFixed(2)}`,
);
console.log(
  `renderHtml, ${COUNT} elements: ${html.toFixed(1)} ms: ${(html / hand).toFixed(2)} x render by hand`,
);
for (const [name, given] of Object.entries({ 'style in each root': {}, 'style files': options })) {
  const text = renderHtml(markup, given);
  console.log(
    `${name}: ${(text.length / 1024).toFixed(0)} kB, ${(gzipSync(text).length / 1024).toFixed(0)} kB gzip`,
  );
}

/** A stream of 100 MB: memory stays as it is. */
const piece = `${markup.slice(0, 64 * 1024).replace(/<[^>]*$/, '')}\n`;
let sent = 0;
let most = 0;
const source = new ReadableStream({
  pull(controller) {
    controller.enqueue(piece);
    sent += piece.length;
    most = Math.max(most, process.memoryUsage().heapUsed);
    if (sent > 100e6) controller.close();
  },
});
globalThis.gc?.();
const before = process.memoryUsage().heapUsed;
for await (const part of source.pipeThrough(renderStream(options))) void part;
console.log(
  `stream of ${(sent / 1e6).toFixed(0)} MB: heap ${(before / 1e6).toFixed(0)} MB before, at most ${(most / 1e6).toFixed(0)} MB`,
);

const TYPES = { '.js': 'text/javascript', '.html': 'text/html', '.css': 'text/css' };
/** 200 elements as a server sends them; plain HTML of the same shape, padded to the same size. */
const some = berths.slice(0, 200);
const served = (given) =>
  `<!doctype html><body>${some.map((properties) => render('quay-berth', { properties }, given)).join('')}`;
const css = [...new Set(links.match(/[\w-]+\.[\da-f]+\.css/g))]
  .map((file) => readFileSync(join(root, 'dist/server/styles', file), 'utf8'))
  .join('');
const plainCss = css.replaceAll(':host', '.host');
const plain = `<!doctype html>STYLE<body>${some
  .map(
    ({ label, parcels }) =>
      `<div class="host"><article class="berth free"><h3>${escaped(label)}</h3>Nobody lies here.<ul>${parcels.map(({ name }) => `<li>${escaped(name)}</li>`).join('')}</ul></article></div>`,
  )
  .join('')}`;
const padded = (style, size) => {
  const text = plain.replace('STYLE', style);
  return text.replace('<body>', `<!--${' '.repeat(Math.max(0, size - text.length))}--><body>`);
};
const plainStyles = {
  'style in each root': `<style>${plainCss}</style>`,
  'style files': '<link rel="stylesheet" href="/plain.css">',
};
const shown = { 'style in each root': served({}), 'style files': served({ styles: '/server/styles' }) };
/** Elements wake up in pages where they are shown as they will be: with their style. */
const taken = { 'style in each root': {}, 'style files': { styles: '/server/styles' } };
const pages = {
  ...Object.fromEntries(
    Object.entries(shown).map(([name, text]) => [`/${name.replaceAll(' ', '-')}.html`, text]),
  ),
  ...Object.fromEntries(
    Object.entries(shown).map(([name, text]) => [
      `/${name.replaceAll(' ', '-')}-plain.html`,
      padded(plainStyles[name], text.length),
    ]),
  ),
  '/plain.css': plainCss,
  ...Object.fromEntries(
    Object.entries(taken).map(([name, given]) => [
      `/taken-${name.replaceAll(' ', '-')}.html`,
      `<!doctype html><body>${berths.map((properties) => render('quay-berth', { properties }, given)).join('')}`,
    ]),
  ),
  '/empty.html': '<!doctype html><body>',
};
const server = createServer(({ url }, response) => {
  response.setHeader('content-type', TYPES[extname(url)] ?? 'text/plain');
  response.end(pages[url] ?? (url === '/favicon.ico' ? '' : readFileSync(join(root, 'dist', url))));
});
await new Promise((resolve) => server.listen(0, '127.0.0.1', resolve));
const origin = `http://127.0.0.1:${server.address().port}`;
const browser = await BROWSERS.find(({ name }) => name === 'chromium').launch();
const times = Object.fromEntries(['created', ...Object.keys(taken)].map((name) => [name, []]));
for (let round = 0; round < ROUNDS; round++) {
  const page = await browser.newPage();
  for (const name of Object.keys(taken)) {
    await page.open(`${origin}/taken-${name.replaceAll(' ', '-')}.html`);
    times[name].push(
      await page.evaluate(
        `(async () => {
          const { QuayBerth } = await import('/classes/quay-berth.js');
          document.body.getBoundingClientRect();
          const start = performance.now();
          customElements.define('quay-berth', QuayBerth);
          document.body.getBoundingClientRect();
          return performance.now() - start;
        })()`,
        20_000,
      ),
    );
  }
  await page.open(`${origin}/empty.html`);
  times.created.push(
    await page.evaluate(
      `(async () => {
        await import('/elements/quay-berth.js');
        const berths = ${JSON.stringify(berths)};
        const start = performance.now();
        document.body.append(...berths.map((berth) => Object.assign(document.createElement('quay-berth'), berth)));
        document.body.getBoundingClientRect();
        return performance.now() - start;
      })()`,
      20_000,
    ),
  );
  await page.close();
}
const created = median(times.created);
for (const name of Object.keys(taken)) {
  const own = median(times[name]);
  console.log(
    `taking over ${COUNT}, ${name}: ${own.toFixed(1)} ms; creating ${created.toFixed(1)} ms: ${(own / created).toFixed(2)}`,
  );
}

/** When a page first shows something, from its navigation on, in milliseconds (Paint Timing, first contentful paint). */
async function firstShown(path) {
  const page = await browser.newPage();
  await page.open(origin + path);
  const time = await page.evaluate(
    `new Promise((resolve) => new PerformanceObserver((list) => {
      const entry = list.getEntriesByName('first-contentful-paint')[0];
      if (entry) resolve(entry.startTime);
    }).observe({ type: 'paint', buffered: true }))`,
    5000,
  );
  await page.close();
  return time;
}
for (const name of Object.keys(shown)) {
  const path = `/${name.replaceAll(' ', '-')}`;
  const first = { own: [], plain: [] };
  for (let round = 0; round < ROUNDS * 2; round++) {
    first.own.push(await firstShown(`${path}.html`));
    first.plain.push(await firstShown(`${path}-plain.html`));
  }
  const [own, plain] = [median(first.own), median(first.plain)];
  console.log(
    `first shown, 200 elements, ${name}: ${own.toFixed(1)} ms; plain HTML of that size ${plain.toFixed(1)} ms: ${(own / plain).toFixed(2)}`,
  );
}
await browser.close();
server.close();
