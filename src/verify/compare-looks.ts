import type { PNG } from 'pngjs';
import { RUNNING_TIMERS } from './observation.js';
import type { Pictures } from './pictures.js';
import type { VerifyResult } from './result.js';
import { grouped } from './overview.js';

/** By the names of two pictures, how many of their pixels differ, where those are within the tolerance. */
export type KnownLooks = Map<string, number>;

/** The facet whose results are compared. */
const APPEARANCE = 'appearance';
/** How many of a thousand pixels may differ: the edge of a letter that falls half a pixel elsewhere. */
const TOLERANCE = 0.05;

/**
 * Compares the pictures of each sample in all frameworks of a browser with that of the first framework. Results of the facet appearance come in
 * as `fits` with a picture, and leave with a verdict; others stay as they are. `alone` says whether the library promises one
 * framework only: then nothing is to be compared, and the facet is left out. `known` holds what was compared before, and takes what is
 * compared now.
 */
export async function compareLooks(
  results: readonly VerifyResult[],
  pictures: Pictures,
  alone: boolean,
  known: KnownLooks,
): Promise<VerifyResult[]> {
  if (alone) return results.filter(({ facet }) => facet !== APPEARANCE);
  const taken = results.filter(({ facet, pictures: own }) => facet === APPEARANCE && own !== undefined);
  const judged = new Map<VerifyResult, VerifyResult>();
  for (const same of grouped(
    taken,
    ({ element, subject, browser }) => `${element}\n${subject}\n${browser}`,
  ).values()) {
    const [first, ...others] = same as [VerifyResult, ...VerifyResult[]];
    if (others.length === 0)
      judged.set(first, {
        ...first,
        verdict: 'unchecked',
        note: 'There is no screenshot of another framework in this run to compare with.',
      });
    for (const other of others) judged.set(other, await compare(first, other, pictures, known));
  }
  return results.map((result) => {
    const { pictures: named, ...rest } = judged.get(result) ?? result;
    // What looks alike needs no picture to be looked at.
    return named?.difference === undefined ? rest : { ...rest, pictures: named };
  });
}

async function compare(
  first: VerifyResult,
  other: VerifyResult,
  pictures: Pictures,
  known: KnownLooks,
): Promise<VerifyResult> {
  const did = `compare it with that in ${first.framework}`;
  const [a, b] = [first.pictures!.own, other.pictures!.own];
  if (a === b) return { ...other, observed: [...other.observed, { did, saw: 'the same screenshot' }] };
  const pair = `${a} ${b}`;
  const withinTolerance = (pixels: number): VerifyResult => ({
    ...other,
    observed: [...other.observed, { did, saw: `${pixels} pixels differ, within the tolerance` }],
  });
  const before = known.get(pair);
  if (before !== undefined) return withinTolerance(before);
  const { differing, isSame, text, difference } = await differ(pictures.get(a)!, pictures.get(b)!);
  if (isSame) {
    known.set(pair, differing);
    return withinTolerance(differing);
  }
  // A clock shows another time in each picture.
  const ticks = [first, other].some(({ observed }) => observed.some((step) => step.did === RUNNING_TIMERS));
  return {
    ...other,
    verdict: ticks ? 'unchecked' : 'fails',
    note: ticks
      ? `It has timers running and looks different in ${first.framework}: give a sample in which it stands still.`
      : `It does not look as it does in ${first.framework}.`,
    observed: [
      ...other.observed,
      {
        did,
        saw: text,
        wanted: 'the same screenshot',
      },
    ],
    pictures: { own: b, other: a, difference: pictures.keep(difference) },
  };
}

/** How much of two pictures differs, in words too; whether that is within the tolerance; and a picture of it. */
export async function differ(
  one: Uint8Array,
  other: Uint8Array,
): Promise<{ differing: number; isSame: boolean; text: string; difference: Uint8Array }> {
  const [{ PNG: Png }, { default: pixelmatch }] = await Promise.all([
    import('../system/png.js'),
    import('pixelmatch'),
  ]);
  const read = (png: Uint8Array): PNG => Png.sync.read(Buffer.from(png));
  const [a, b] = [read(one), read(other)];
  const { width, height } = a;
  const told = (differing: number, made: Uint8Array): Awaited<ReturnType<typeof differ>> => {
    const share = differing / (width * height);
    const text = `${differing} pixels differ (${(share * 100).toFixed(2)} %)`;
    return { differing, isSame: share * 1000 <= TOLERANCE, text, difference: made };
  };
  if (b.width !== width || b.height !== height) return told(width * height, other);
  const difference = new Png({ width, height });
  const differing = pixelmatch(a.data, b.data, difference.data, width, height, { threshold: 0.05 });
  return told(differing, Png.sync.write(difference));
}
