import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyReport, VerifyResult } from '../src/index.js';
import { verified } from './broken-library.js';
import { TWINS, twinsLibrary } from './twins-library.js';

/** The facets in which faulty twins fail, where that is not `properties`. */
const FACET_OF: Readonly<Record<string, string>> = {
  'twin-crew-1': 'slots',
  'twin-crew-2': 'slots',
  'twin-disclosure-1': 'attributes',
  'twin-heading-2': 'lifecycle',
  'twin-menu-1': 'samples',
  'twin-menu-2': 'samples',
  'twin-notice-1': 'lifecycle',
  'twin-notice-2': 'lifecycle',
  'twin-painted-1': 'lifecycle',
  'twin-painted-2': 'lifecycle',
  'twin-picker-1': 'independence',
  'twin-picker-2': 'independence',
  'twin-picker-3': 'independence',
  'twin-span-1': 'samples',
  'twin-tide-2': 'lifecycle',
  'twin-tally-2': 'upgrade',
  'twin-toolbar-1': 'lifecycle',
  'twin-toolbar-2': 'slots',
  'twin-watch-1': 'lifecycle',
  'twin-watch-2': 'lifecycle',
};
/** Faults that are told otherwise, or not at all. */
const OTHERWISE: readonly string[] = ['twin-notice-1', 'twin-menu-1'];

const facetOf = (tag: string): string => FACET_OF[tag] ?? 'properties';
const SOUND = TWINS.filter(({ fault }) => fault === undefined);
const FAULTY = TWINS.filter(({ fault }) => fault !== undefined);

const failing = (results: readonly VerifyResult[], tag: string): string[] =>
  results
    .filter(({ element, verdict }) => element === tag && verdict === 'fails')
    .map(({ facet, subject, note }) => `${facet}, ${subject}: ${note}`);

describe('sound elements that have faulty twins', () => {
  let report: VerifyReport;

  beforeAll(async () => {
    report = await verified(twinsLibrary(SOUND, ['html']), '--no-types');
  }, 600_000);

  it.each(SOUND)('$tag fails nowhere', ({ tag }) => {
    expect(report.results.filter(({ element }) => element === tag).length).toBeGreaterThan(5);
    expect(failing(report.results, tag)).toEqual([]);
  });
});

// Each keeps its contract on the straight way, and breaks it on another way to the same state.
describe.each([...new Set(FAULTY.map(({ tag }) => facetOf(tag)))])('faulty twins, in %s', (facet) => {
  const own = FAULTY.filter(({ tag }) => facetOf(tag) === facet);
  let report: VerifyReport;

  beforeAll(async () => {
    report = await verified(twinsLibrary(own, ['html']), '--no-types', '--facet', facet);
  }, 600_000);

  it.each(own.filter(({ tag }) => !OTHERWISE.includes(tag)))('$tag $fault', ({ tag }) =>
    expect(failing(report.results, tag)).not.toEqual([]),
  );

  if (facet === 'lifecycle')
    it('one that a clone has twice needs care: its nodes are among its children', () => {
      const [told] = report.results.filter(
        ({ element, subject }) => element === 'twin-notice-1' && subject === 'wherever it has been',
      );
      expect([told!.verdict, told!.note]).toEqual(['care', expect.stringContaining('clone')]);
    });

  // What a person did counts there, and no new element has that to be compared with.
  if (facet === 'samples')
    it('one is not caught', () => expect(failing(report.results, 'twin-menu-1')).toEqual([]));
});
