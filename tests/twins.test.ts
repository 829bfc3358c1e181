import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyReport } from '../src/index.js';
import { verified } from './broken-library.js';
import { TWINS, twinsLibrary, type Twin } from './twins-library.js';

const FACETS_WITH_RELATIONS = ['properties', 'attributes', 'slots', 'samples', 'lifecycle', 'independence'];

/** Faults that are told otherwise, or not at all. */
const OTHERWISE = new Set([
  'has everything twice when it is cloned',
  'can be reached by nobody with a shorter list',
]);

// Each keeps its contract on the straight way; a faulty one breaks it on another way to the same state.
describe('elements and their faulty twins', () => {
  let report: VerifyReport;

  beforeAll(async () => {
    const isSound = ({ fault }: Twin): boolean => fault === undefined;
    const sound = await verified(twinsLibrary(TWINS.filter(isSound), ['html']), '--no-types');
    const faulty = twinsLibrary(
      TWINS.filter((twin) => !isSound(twin)),
      ['html'],
    );
    const asked = FACETS_WITH_RELATIONS.flatMap((facet) => ['--facet', facet]);
    const { results } = await verified(faulty, '--no-types', ...asked);
    report = { ...sound, results: [...sound.results, ...results] };
  }, 600_000);

  const failuresOf = (tag: string): string[] =>
    report.results
      .filter(({ element, verdict }) => element === tag && verdict === 'fails')
      .map(({ facet, subject, note }) => `${facet}, ${subject}: ${note}`);

  it.each(TWINS.filter(({ fault }) => fault === undefined))('$tag fails nowhere', ({ tag }) => {
    expect(report.results.filter(({ element }) => element === tag).length).toBeGreaterThan(5);
    expect(failuresOf(tag)).toEqual([]);
  });

  const faulty = TWINS.filter(({ fault }) => fault !== undefined && !OTHERWISE.has(fault));
  it.each(faulty)('$tag $fault', ({ tag }) => expect(failuresOf(tag)).not.toEqual([]));

  it('one that a clone has twice needs care: its nodes are among its children', () => {
    const [told] = report.results.filter(
      ({ element, subject }) => element === 'twin-notice-1' && subject === 'wherever it has been',
    );
    expect([told!.verdict, told!.note]).toEqual(['care', expect.stringContaining('clone')]);
    expect(failuresOf('twin-notice-1')).toEqual([]);
  });

  // What a person did counts there, and no new element has that to be compared with.
  it('one is not caught', () => expect(failuresOf('twin-menu-1')).toEqual([]));
});
