// The least that verifying in a browser costs: this client starts the browser and loads a blank page for
// each host. `bench/run.mjs` compares `verify` with it.
import { ENGINES } from '../dist/index.js';

const hosts = Number(process.argv[2]);
const browser = await ENGINES.find(({ name }) => name === 'chromium').launch();
for (let count = 0; count < hosts; count++) await (await browser.newPage()).open('about:blank');
await browser.close();
