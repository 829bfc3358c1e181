// The least that verifying the demo in its frameworks could cost in a browser, in milliseconds on standard output: this client
// loads a blank page for each framework and element, and mounts the example of each sample in each framework, with that framework's own
// mounting call. `lastwright preview` compiles and serves the examples, which is not counted. `bench/frameworks.mjs` compares with it.
import { BROWSERS } from '../dist/index.js';
import { startPreview } from './start-preview.mjs';

const [library, ...frameworks] = process.argv.slice(2);
const { address, elements, end } = await startPreview(library);
const { origin } = new URL(address);

async function ask(path, body) {
  const response = await fetch(origin + path, {
    ...(body && {
      method: 'POST',
      body: JSON.stringify(body),
      headers: { 'content-type': 'application/json', origin },
    }),
  });
  return response.json();
}

/** Addresses of the cells of an element, by framework. */
async function cellsOf(tag) {
  const { samples } = await ask(`/api/element/${tag}?frameworks=${frameworks.join(',')}`);
  const answers = await Promise.all(
    samples.map((_, sample) =>
      ask('/api/cells', { tag, frameworks, sample, values: {}, slots: {}, generation: 0 }),
    ),
  );
  return frameworks.map((framework) =>
    answers.map(({ cells }) => {
      const { address, refused } = cells.find((cell) => cell.framework === framework);
      if (refused) throw new Error(`${tag} in ${framework}: ${refused}`);
      return address;
    }),
  );
}

const all = await Promise.all(elements.map(cellsOf));
const READY = `(async () => {
  while (document.body?.dataset.ready !== 'true') await new Promise((resolve) => setTimeout(resolve, 1));
})()`;
const browser = await BROWSERS.find(({ name }) => name === 'chromium').launch();
const page = await browser.newPage();
const mountAll = async () => {
  for (const cells of all.flat()) {
    await page.open('about:blank');
    for (const cell of cells) {
      await page.open(cell);
      await page.evaluate(READY, 20_000);
    }
  }
};
// The first time the live page puts modules together that a build has at hand.
await mountAll();
const began = performance.now();
await mountAll();
console.log(Math.round(performance.now() - began));
await browser.close();
await end();
