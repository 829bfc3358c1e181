// The least that verifying in a browser costs: this client starts the browser and loads a blank page for
// each framework. `bench/run.mjs` compares `verify` with it.
import { BROWSERS } from '../dist/index.js';

const frameworks = Number(process.argv[2]);
const browser = await BROWSERS.find(({ name }) => name === 'chromium').launch();
for (let count = 0; count < frameworks; count++) await (await browser.newPage()).open('about:blank');
await browser.close();
