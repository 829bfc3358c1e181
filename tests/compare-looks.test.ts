import { PNG } from 'pngjs';
import { describe, expect, it } from 'vitest';
import { compareLooks, type KnownLooks } from '../src/verify/compare-looks.js';
import { Pictures } from '../src/verify/pictures.js';
import type { VerifyResult } from '../src/index.js';
import { verifyResult } from './verify-result.js';

/** A white screenshot with some black pixels. */
function screenshot(black: number): Buffer {
  const png = new PNG({ width: 400, height: 300 });
  png.data.fill(255);
  for (let pixel = 0; pixel < black; pixel++) png.data.fill(0, pixel * 40, pixel * 40 + 3);
  return PNG.sync.write(png);
}

/** The screenshots of a sample in two frameworks. */
function taken(pictures: Pictures, black: number): VerifyResult[] {
  return [
    ['html', 0],
    ['vue', black],
  ].map(([framework, pixels]) =>
    verifyResult({
      element: 'quay-mast',
      facet: 'appearance',
      framework: String(framework),
      pictures: { own: pictures.keep(screenshot(Number(pixels))) },
    }),
  );
}

describe('screenshots', () => {
  it('that were compared are not decoded again', async () => {
    const known: KnownLooks = new Map();
    const pictures = new Pictures();
    const results = taken(pictures, 3);
    const first = await compareLooks(results, pictures, false, known);
    expect(first[1]!.observed.at(-1)!.saw).toBe('3 pixels differ, within the tolerance');
    expect(known.size).toBe(1);
    // Nothing is there to decode.
    expect(await compareLooks(results, new Pictures(), false, known)).toEqual(first);
  });

  it('that differ are compared each time, for the difference to be shown', async () => {
    const known: KnownLooks = new Map();
    const pictures = new Pictures();
    const results = taken(pictures, 300);
    for (let round = 0; round < 2; round++) {
      const [, other] = await compareLooks(results, pictures, false, known);
      expect(other!.verdict).toBe('fails');
      expect(pictures.get(other!.pictures!.difference!)).toBeDefined();
    }
    expect(known.size).toBe(0);
  });
});
