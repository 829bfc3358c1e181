// The least that verifying a library could cost, in milliseconds on standard output, the build aside: this client starts the browser,
// loads a page for each element twice, and mounts its samples there. `bench/verify.mjs` compares `verify` with it.
import { buildLibrary, BROWSERS, openLibrary, Workspace } from '../dist/index.js';
import { PageServer } from '../dist/page-server.js';

const workspace = new Workspace(await openLibrary(process.argv[2]));
const analysis = workspace.analysis();
const { files } = await buildLibrary(analysis);
const began = performance.now();
const server = new PageServer();
for (const [path, content] of files) server.put(`/package/${path}`, content);
await server.start();
const browser = await BROWSERS.find(({ name }) => name === 'chromium').launch();
const page = await browser.newPage();
for (const { contract, samples } of analysis.elements) {
  const { tag } = contract;
  server.put(
    `/${tag}.html`,
    `<!doctype html><body><script type="module" src="/package/elements/${tag}.js"></script>`,
  );
  for (let time = 0; time < 2; time++) {
    await page.open(`${server.origin}/${tag}.html`);
    for (const { properties = {}, slots = {} } of samples)
      await page.evaluate(
        `(async () => {
          const element = Object.assign(document.createElement(${JSON.stringify(tag)}), ${JSON.stringify(properties)});
          element.innerHTML = ${JSON.stringify(Object.values(slots).join(''))};
          document.body.append(element);
          await new Promise(requestAnimationFrame);
          element.remove();
        })()`,
        10_000,
      );
  }
}
await browser.close();
await server.stop();
console.log(Math.round(performance.now() - began));
