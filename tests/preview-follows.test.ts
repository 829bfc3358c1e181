import { afterAll, beforeAll, expect, it } from 'vitest';
import { HARBOR, PreviewPage } from './preview-page.js';

// Browsers differ in what they keep of modules: this is tried in each of them.
const live = new PreviewPage();
const VIEW = 'elements/quay-mast/quay-mast.html';

beforeAll(() => live.start(HARBOR, ['--port', '0']), 120_000);
afterAll(() => live.end());

it('shows each save in every cell, in the chosen row and in the others', async () => {
  await live.open('/element/quay-mast?frameworks=html,vue', 4);
  const view = live.read(VIEW);
  for (const word of ['first', 'second', 'third']) {
    // In the chosen row a document waits for the save.
    await live.until(`deep('live-cell iframe.spare').length === 2`);
    live.save(VIEW, view.replace(' m</span>', ` m, the ${word} time</span>`));
    await live.until(
      `cells().length === 4 && cells().every((one) => one?.text.includes('the ${word} time'))`,
    );
  }
  live.save(VIEW, view);
  await live.until(`cells().every((one) => one && !one.text.includes('time'))`);
  expect(await live.see(`texts('live-findings li')`)).toEqual([]);
}, 120_000);
