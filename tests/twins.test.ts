import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyReport } from '../src/index.js';
import { verified } from './broken-library.js';
import { TWINS, twinsLibrary } from './twins-library.js';

// Each keeps its contract on the straight way; a faulty one breaks it on another way to the same state.
describe('elements and their faulty twins', () => {
  let report: VerifyReport;

  beforeAll(async () => {
    report = await verified(twinsLibrary(TWINS, ['html']), '--no-types');
  }, 600_000);

  const failuresOf = (tag: string): string[] =>
    report.results
      .filter(({ element, verdict }) => element === tag && verdict === 'fails')
      .map(({ facet, subject, note }) => `${facet}, ${subject}: ${note}`);

  it.each(TWINS.filter(({ fault }) => fault === undefined))('$tag fails nowhere', ({ tag }) => {
    expect(report.results.filter(({ element }) => element === tag).length).toBeGreaterThan(5);
    expect(failuresOf(tag)).toEqual([]);
  });

  it.each(TWINS.filter(({ fault }) => fault !== undefined))('$tag $fault', ({ tag }) => {
    expect(failuresOf(tag)).not.toEqual([]);
  });
});
