import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BuiltPage } from './built-page.js';
import { readTree, REPOSITORY } from './helpers.js';
import { join } from 'node:path';

const demo = Object.fromEntries(
  Object.entries(readTree(join(REPOSITORY, 'examples/quayside'))).filter(
    ([path]) => !/^(dist|\.lastwright)\//.test(path),
  ),
);
const built = new BuiltPage(demo, 'index.js', { linked: true });
beforeAll(() => built.start());
afterAll(() => built.stop());

/** Mounts and removes elements, and gives the listeners that are left on the window and the document. */
const mounts = (tag: string, setup: string, count: number): Promise<number> =>
  built.run<number>(`
    const seen = (globalThis.counted ??= (() => {
      const known = new Map();
      const { addEventListener, removeEventListener } = EventTarget.prototype;
      const set = (target, type) => {
        const key = [target === window ? 'window' : 'document', type].join(' ');
        known.set(key, known.get(key) ?? new Set());
        return known.get(key);
      };
      const counts = (target) => target === window || target === document;
      EventTarget.prototype.addEventListener = function (type, listener, options) {
        if (counts(this)) {
          set(this, type).add(listener);
          options?.signal?.addEventListener('abort', () => set(this, type).delete(listener), { once: true });
        }
        return addEventListener.call(this, type, listener, options);
      };
      EventTarget.prototype.removeEventListener = function (type, listener, options) {
        if (counts(this)) set(this, type).delete(listener);
        return removeEventListener.call(this, type, listener, options);
      };
      return { get count() { return [...known.values()].reduce((sum, { size }) => sum + size, 0); } };
    })());
    const before = seen.count;
    for (let number = 0; number < ${count}; number++) {
      const element = document.createElement('${tag}');
      ${setup}
      document.body.append(element);
      element.remove();
      if (number % 5000 === 0) await new Promise((resolve) => setTimeout(resolve));
    }
    return seen.count - before;`);

describe('100,000 mounts and removals', () => {
  it.each([
    ['quay-berth', "element.label = 'A' + number; element.parcels = [{ id: 'p', name: 'Rope' }];", 60_000],
    ['quay-dialog', "element.heading = 'Sure?'; element.open = true;", 20_000],
    ['quay-button', "element.setAttribute('aria-label', 'Move'); element.busy = true;", 10_000],
    ['quay-field', "element.label = 'Name'; element.value = String(number);", 10_000],
  ])(
    'of %s leave memory flat and no listener behind',
    async (tag, setup, count) => {
      await mounts(tag, setup, 2000);
      const before = await built.page!.heapUsed(10_000);
      expect(await mounts(tag, setup, count)).toBe(0);
      const after = await built.page!.heapUsed(10_000);
      // A few bytes that each mount left would be megabytes; what is allowed is what the browser itself keeps.
      expect(after! - before!).toBeLessThan(250_000);
    },
    120_000,
  );
});
