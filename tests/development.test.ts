import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BuiltPage } from './built-page.js';
import { readTree, REPOSITORY, textOf } from './helpers.js';

const demo = Object.fromEntries(
  Object.entries(readTree(join(REPOSITORY, 'examples/quayside'))).filter(
    ([path]) => !/^(dist|\.lastwright)\//.test(path),
  ),
);

describe('a development build', () => {
  const built = new BuiltPage(demo, 'development/index.js', { linked: true });
  beforeAll(() => built.start());
  afterAll(() => built.stop());

  /** What the console was told while code ran. */
  const warnings = (code: string): Promise<string[]> =>
    built.run<string[]>(`
      const told = [];
      const { warn } = console;
      console.warn = (message) => told.push(message);
      const wait = () => new Promise((resolve) => setTimeout(resolve, 20));
      try { ${code} } finally { console.warn = warn; }
      return told;`);

  it('tells of a required property that is missing, with the tag, once', async () => {
    expect(
      await warnings(`
        const berth = document.body.appendChild(document.createElement('quay-berth'));
        await wait();
        document.body.append(berth);
        await wait();
        berth.remove();`),
    ).toEqual(['<quay-berth> needs the attribute "label" or the property "label", which was not given.']);
    expect(
      await warnings(`
        const berth = document.body.appendChild(document.createElement('quay-berth'));
        berth.label = 'A1';
        await wait();
        berth.remove();`),
    ).toEqual([]);
  });

  it('tells of attributes that their type does not allow', async () => {
    expect(
      await warnings(`
        const berth = document.createElement('quay-berth');
        berth.label = 'A1';
        berth.setAttribute('state', 'sunk');
        berth.setAttribute('depth', '-3');
        berth.setAttribute('state', 'booked');
        berth.setAttribute('depth', '3');`),
    ).toEqual([
      '<quay-berth state="sunk">: this is not one of free, booked, occupied; its default "free" is taken instead.',
      '<quay-berth depth="-3">: this is not a number of at least 0; its default 0 is taken instead.',
    ]);
  });

  it('tells of values that their type does not allow, and where in them', async () => {
    expect(
      await warnings(`
        const berth = document.createElement('quay-berth');
        berth.label = 'A1';
        berth.state = 'sunk';
        berth.depth = -3;
        berth.depth = '4';
        berth.depth = null;
        berth.parcels = 'none';
        berth.parcels = [{ id: 'p1', name: 'Rope' }, { id: 'p2', name: 5 }];
        berth.parcels = [{ id: 'p1' }];
        berth.parcels = [];
        berth.closed = 'yes';`),
    ).toEqual([
      'The value set to "state" of <quay-berth>: this is not one of free, booked, occupied; its default "free" is taken instead.',
      'The value set to "depth" of <quay-berth>: this is not a number of at least 0; its default 0 is taken instead.',
      'The value set to "parcels" of <quay-berth>: this is not an array; its default [] is taken instead.',
      'The value set to "parcels" of <quay-berth>: parcels[1].name is 5, not a text; it is taken as it is.',
      'The value set to "parcels" of <quay-berth>: parcels[0] has no "name"; it is taken as it is.',
    ]);
  });

  it.each([
    ['() => 1', 'a function'],
    ['[1, 2]', 'an array of 2'],
    ['{ a: 1 }', 'an object'],
    ['null', 'null'],
    ['true', 'true'],
  ])('says that %s is %s', async (given, shown) => {
    expect(
      await warnings(`document.createElement('quay-berth').parcels = [{ id: ${given}, name: 'Rope' }];`),
    ).toEqual([
      `The value set to "parcels" of <quay-berth>: parcels[0].id is ${shown}, not a text; it is taken as it is.`,
    ]);
  });

  it('tells of a name in a consumer’s template that is not given', async () => {
    expect(
      await warnings(`
        document.body.insertAdjacentHTML('beforeend', html('<quay-board caption="Today"><template slot="note"><b title="{ship}">{idd}: {item}</b></template></quay-board>'));
        await wait();
        document.body.lastElementChild.remove();`),
    ).toEqual([
      expect.stringMatching(
        /The template for the slot "note" of <quay-board> names "idd", which is not given; there is id, /,
      ),
    ]);
  });

  it('tells of data that was changed in place, and freezes nothing', async () => {
    expect(
      await warnings(`
        const berth = document.createElement('quay-berth');
        const parcels = [{ id: 'p1', name: 'Rope' }];
        berth.label = 'A1';
        berth.parcels = parcels;
        document.body.append(berth);
        parcels.push({ id: 'p2', name: 'Salt' });
        berth.parcels = parcels;
        berth.parcels = [...parcels];
        berth.parcels[0].name = 'Tar';
        berth.click();
        await wait();
        berth.remove();`),
    ).toEqual([
      'The data passed to "parcels" of <quay-berth> was changed in place, which no view can see: pass a new value instead.',
    ]);
  });
});

describe('a second copy of a package', () => {
  const built = new BuiltPage(demo, 'development/index.js', { linked: true });
  beforeAll(async () => {
    await built.start();
    for (const [path, content] of built.files) built.server.put(`/copy/${path}`, content);
  });
  afterAll(() => built.stop());

  const told = (entry: string): Promise<string[]> =>
    built.run<string[]>(`
      const told = [];
      const { warn, info } = console;
      console.warn = console.info = (message) => told.push(message);
      const first = customElements.get('quay-tabs');
      await import('${entry}');
      Object.assign(console, { warn, info });
      return first === customElements.get('quay-tabs') ? told : ['the first one was replaced'];`);

  it('is told of in development, and leaves the first one in use', async () => {
    expect(await told('/copy/development/quay-tabs.js')).toEqual([
      '<quay-tabs> is registered already, by another copy of its module; that first one stays in use.',
    ]);
    expect(await told('/copy/elements/quay-panel.js')).toEqual([]);
  });
});

describe('a production build', () => {
  const built = new BuiltPage(demo, 'index.js', { linked: true });
  beforeAll(() => built.start());
  afterAll(() => built.stop());

  it('carries none of it', async () => {
    for (const [path, content] of built.files) {
      if (!path.endsWith('.js') || path.startsWith('development/')) continue;
      expect(textOf(content), path).not.toMatch(/which was not given|changed in place|console\.warn/);
    }
    expect(
      await built.run(`
        const told = [];
        const { warn } = console;
        console.warn = (message) => told.push(message);
        const berth = document.body.appendChild(document.createElement('quay-berth'));
        await new Promise((resolve) => setTimeout(resolve, 20));
        console.warn = warn;
        berth.remove();
        return told;`),
    ).toEqual([]);
  });

  it('leads consumers to either by export conditions', () => {
    const { exports } = JSON.parse(textOf(built.files.get('package.json')!)) as {
      exports: Record<string, Record<string, string> | string>;
    };
    for (const [path, targets] of Object.entries(exports)) {
      const files = typeof targets === 'string' ? [targets] : Object.values(targets);
      for (const file of files) expect(built.files.has(file.slice(2)), `${path}: ${file}`).toBe(true);
    }
    expect(exports['./quay-berth']).toEqual({
      types: './elements/quay-berth.d.ts',
      development: './development/quay-berth.js',
      default: './elements/quay-berth.js',
    });
  });
});
