import { describe, expect, it } from 'vitest';
import { PageHangs, type Browser, type Page } from '../src/browsers/browser.js';
import { FACETS } from '../src/verify/facets/index.js';
import { PAGE_SEQUENCES } from '../src/verify/page-kinds.js';
import { makeTurns, PagePool, type Part } from '../src/verify/page-pool.js';
import { Pictures } from '../src/verify/pictures.js';
import type { Outcome, ProbeRunner } from '../src/verify/probe-runner.js';

let pages = 0;

/** A browser whose pages answer after a while, and hang where they are told to. */
function browser(more: Partial<Browser> = {}): Browser {
  const page: Partial<Page> = {
    open: async () => {},
    dialogs: () => [],
    strayed: () => undefined,
    close: async () => {},
    async evaluate<Value>(expression: string): Promise<Value> {
      await new Promise((resolve) => setTimeout(resolve, 20));
      if (expression.includes('hang')) throw new PageHangs();
      return { done: [] } as Value;
    },
  };
  return {
    name: 'made-up',
    title: 'Made up',
    identify: () => Promise.resolve('1'),
    launch: () =>
      Promise.resolve({
        version: '1',
        dead: false,
        newPage() {
          pages++;
          return Promise.resolve(page as Page);
        },
        close: () => Promise.resolve(),
      }),
    ...more,
  };
}

function poolOf(more?: Partial<Browser>): PagePool {
  pages = 0;
  return new PagePool(browser(more), 1000, new Pictures(), makeTurns());
}

interface Ran {
  name: string;
  runner: ProbeRunner;
  outcome: Outcome;
}

/** Parts that probe a page one after the other, and tell which page it was. */
const parts = (...names: string[]): Part<Ran>[] =>
  names.map((name) => async (runner) => ({ name, runner, outcome: await runner.run({ name }) }));

it('go through every kind of page that a facet asks for, each once', () => {
  const kinds = PAGE_SEQUENCES.flat();
  expect(kinds.toSorted()).toEqual([...new Set(FACETS.map(({ page }) => page))].toSorted());
});

describe('pages', () => {
  it('share the parts of what is looked at, where nothing else is to be done', async () => {
    const pool = poolOf();
    const { results, spoiled } = await pool.share(parts('a', 'b', 'c', 'd'));
    expect(results.map(({ name }) => name)).toEqual(['a', 'b', 'c', 'd']);
    expect(new Set(results.map(({ runner }) => runner)).size).toBeGreaterThan(1);
    expect(spoiled).toBe(false);
  });

  it('leave an element to one page, as long as others wait', async () => {
    const pool = poolOf();
    const all = await Promise.all(Array.from({ length: 40 }, () => pool.share(parts('a', 'b'))));
    const alone = all.slice(0, 30).filter(({ results: [a, b] }) => a!.runner === b!.runner);
    expect(alone.length).toBe(30);
  });

  it.each([
    ['a browser whose pages are browsers', { onePageEach: true }],
    ['one that is elsewhere', { elsewhere: { at: 'http://grid.example' } as never }],
  ])('do not share where a page is dear: %s', async (_, more) => {
    const pool = poolOf(more);
    const { results } = await pool.share(parts('a', 'b', 'c'));
    expect(new Set(results.map(({ runner }) => runner)).size).toBe(1);
    expect(pages).toBe(1);
  });

  it('share where a browser is there already that has nothing else to do', async () => {
    const pool = poolOf({ onePageEach: true });
    await Promise.all([pool.share(parts('a')), pool.share(parts('b'))]);
    const browsers = pages;
    const { results } = await pool.share(parts('a', 'b', 'c'));
    expect(new Set(results.map(({ runner }) => runner)).size).toBe(Math.min(browsers, 2));
    expect(pages).toBe(browsers);
  });

  it('look once more, one part after the other, where one was spoiled that others did not know of', async () => {
    const pool = poolOf();
    const ran: string[] = [];
    const told = parts('hang', 'b', 'c').map((part) => async (runner: ProbeRunner) => {
      const done = await part(runner);
      ran.push(done.name);
      return done;
    });
    const { results, spoiled } = await pool.share(told);
    expect(spoiled).toBe(true);
    expect(new Set(results.map(({ runner }) => runner)).size).toBe(1);
    expect(results[0]!.outcome).toHaveProperty('broke');
    expect(ran.slice(-3)).toEqual(['hang', 'b', 'c']);
    expect(ran.length).toBe(6);
  });

  it('are there ahead, and are used then', async () => {
    const pool = poolOf();
    pool.start();
    await pool.version();
    await new Promise((resolve) => setTimeout(resolve, 20));
    const ahead = pages;
    expect(ahead).toBeGreaterThan(1);
    await pool.share(parts('a', 'b'));
    expect(pages).toBe(ahead);
    await pool.close();
  });

  it('tell whoever uses them that there is no browser', async () => {
    const pool = poolOf({ launch: () => Promise.reject(new Error('no display')) });
    pool.start();
    await expect(pool.version()).rejects.toThrow(/no display/);
  });
});
