import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { openLibrary, Workspace } from '../src/index.js';
import { ComponentBundler } from '../src/build/bundle-components.js';
import { LiveLibrary } from '../src/preview/live-library.js';
import { lastwright, linkPackages, writeFiles } from './helpers.js';
import { PreviewPage } from './preview-page.js';
import { gaugeFiles } from './wrapped-components.js';

const root = writeFiles({
  'lastwright.yaml': 'library: 1\nframeworks: [html, react]\n',
  'package.json': '{ "name": "gauges", "version": "1.0.0", "type": "module" }',
  ...gaugeFiles('react', 'quay-react', { sharing: ', framework: shared' }),
  ...gaugeFiles('vue'),
  'elements/quay-plain/quay-plain.contract.yaml': 'contract: 1\ntag: quay-plain\nsummary: Plain.\n',
  'elements/quay-plain/quay-plain.html': '<b>Plain</b>\n',
});
linkPackages(root);

describe('the live page of wrapped components', () => {
  let live: LiveLibrary;
  const module = join(root, 'elements/quay-react/Gauge.tsx');
  const before = readFileSync(module, 'utf8');

  let saves = 0;

  /** The next change that concerns an element. */
  const change = (tag: string): Promise<void> =>
    new Promise((resolve) => {
      const end = live.listen(({ renewed }) => {
        if (!renewed.includes(tag)) return;
        end();
        resolve();
      });
    });

  /** What was saved a moment ago is told of twice. */
  const calm = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 500));

  beforeAll(async () => {
    live = await LiveLibrary.open(new Workspace(await openLibrary(root)));
    await live.watch();
  }, 60_000);
  afterAll(() => live.end());

  it('shows what was saved, and leaves the others as they are', async () => {
    const other = await live.package.module('components/quay-vue.js');
    const told = change('quay-react');
    writeFileSync(module, before.replace('Nothing said', 'Low water'));
    await told;
    expect(await live.package.module('components/quay-react.js')).toContain('Low water');
    expect(await live.package.module('components/quay-vue.js')).toBe(other);
    expect((await live.whole.of('quay-react'))!.code).toContain('Low water');
  }, 30_000);

  it('follows its style', async () => {
    const told = change('quay-react');
    writeFileSync(join(root, 'elements/quay-react/gauge.css'), '.gauge { color: rgb(9, 9, 9); }\n');
    await told;
    expect(live.package.styleOf('quay-react')!.css).toContain('#090909');
  }, 30_000);

  it('keeps the last good one while there is a mistake, and says where that is', async () => {
    const broken = change('quay-react');
    writeFileSync(module, before.replace('return (', 'return (('));
    await broken;
    expect(live.package.findingsOf('quay-react')).toHaveLength(1);
    const [finding] = live.package.findingsOf('quay-react');
    expect([finding!.code, finding!.file]).toEqual(['build/bundle', 'elements/quay-react/Gauge.tsx']);
    expect(await live.package.module('components/quay-react.js')).toContain('Low water');
    const told = change('quay-react');
    writeFileSync(module, before.replace('Nothing said', 'High water'));
    await told;
    expect(live.package.findingsOf('quay-react')).toEqual([]);
    expect(await live.package.module('components/quay-react.js')).toContain('High water');
  }, 60_000);

  // What came of the save before can come later still on a busy machine: what always happens happens each time.
  it('puts no component together for a save that concerns none', { timeout: 30_000, retry: 2 }, async () => {
    const view = join(root, 'elements/quay-plain/quay-plain.html');
    await calm();
    const bundled = vi.spyOn(ComponentBundler.prototype, 'bundle');
    const told = change('quay-plain');
    writeFileSync(view, `<b>Calm</b>${' '.repeat(++saves)}\n`);
    await told;
    expect((await live.whole.of('quay-plain'))!.code).toContain('Calm');
    const count = bundled.mock.calls.length;
    bundled.mockRestore();
    expect(count).toBe(0);
  });

  it('follows a module that lies beside another element', async () => {
    const words = join(root, 'elements/quay-plain/words.ts');
    const shows = (text: string): Promise<void> =>
      expect.poll(async () => (await live.whole.of('quay-react'))!.code, { timeout: 20_000 }).toContain(text);
    writeFileSync(words, "export const WORDS = 'Slack water';\n");
    writeFileSync(
      module,
      `import { WORDS } from '../quay-plain/words.js';\n${before.replace("'Nothing said'", 'WORDS')}`,
    );
    await shows('Slack water');
    writeFileSync(words, "export const WORDS = 'Spring tide';\n");
    await shows('Spring tide');
  }, 60_000);
});

describe('lastwright preview --still', () => {
  it('takes pictures of wrapped components in each framework', async () => {
    const { status, stdout } = await lastwright(['preview', '--still', 'pictures', '--element', 'quay-vue'], {
      cwd: root,
    });
    expect(status, stdout).toBe(0);
    for (const framework of ['html', 'react'])
      expect(existsSync(join(root, `pictures/quay-vue/a-day.${framework}.png`))).toBe(true);
  }, 60_000);
});

describe('lastwright preview', () => {
  it.each([0, 40, 160])(
    'ends while a save is followed, %i ms after it',
    async (after) => {
      const page = new PreviewPage();
      page.root = root;
      await page.run();
      // The command watches a moment after it has said where it is.
      await new Promise((resolve) => setTimeout(resolve, 500));
      page.save(
        'elements/quay-react/quay-react.samples.yaml',
        page.read('elements/quay-react/quay-react.samples.yaml') + '\n',
      );
      await new Promise((resolve) => setTimeout(resolve, after));
      const late = setTimeout(() => page.child!.kill('SIGKILL'), 30_000);
      expect(await page.stop()).toBe(0);
      clearTimeout(late);
    },
    60_000,
  );
});
