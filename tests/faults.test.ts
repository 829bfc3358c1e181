import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyReport } from '../src/index.js';
import {
  brokenLibrary,
  failingFacets,
  faultsOf,
  followsFrom,
  testLooks,
  verified,
} from './broken-library.js';
import { FACETS } from './helpers.js';
import { byRotation } from './rotation.js';

/** Three facets each, that stand beside each other. */
const GROUPS = FACETS.filter((facet) => facet !== 'look').flatMap((_, index, all) =>
  index % 3 === 0 ? [all.slice(index, index + 3)] : [],
);

const asked = (facets: readonly string[]): string[] => facets.flatMap((facet) => ['--facet', facet]);

// Each fault in its own facet and in those beside it. All faults in all facets: tests/broad/broken-elements.
describe.each(GROUPS.map((facets) => ({ facets })))('faults of $facets', ({ facets }) => {
  const broken = facets.flatMap((facet) => faultsOf(facet));
  let report: VerifyReport;

  beforeAll(async () => {
    report = await verified(brokenLibrary(facets, ['html']).folder, '--no-types', ...asked(facets));
  }, 300_000);

  it.each(broken)('$facet: $fault', ({ tag, facet, fault }) => {
    const follows = followsFrom(fault);
    const failing = failingFacets(report, tag, 'html').filter((other) => !follows.includes(other));
    expect(failing).toEqual([facet]);
  });

  it.each(['lamp-sound', 'entry-sound'])('are not found in %s', (tag) => {
    expect(failingFacets(report, tag, 'html')).toEqual([]);
  });
});

testLooks('--facet', 'look');

// One fault of every facet, each in two frameworks. In all of them: tests/broad/broken-hosts.
const facets = FACETS.filter((facet) => facet !== 'access' && facet !== 'look');
describe.each(byRotation(facets))('one fault of some facets, in $hosts', ({ hosts, own }) => {
  const { broken, folder } = brokenLibrary(own, hosts, 1);
  let report: VerifyReport;

  beforeAll(async () => {
    report = await verified(folder, '--timeout', '30', '--no-types', ...asked(own));
  }, 300_000);

  it.each(broken.flatMap((one) => hosts.map((host) => ({ ...one, host }))))(
    '$facet: $fault, in $host',
    ({ tag, facet, fault, host }) => {
      const follows = followsFrom(fault);
      const seen = failingFacets(report, tag, host).filter((other) => !follows.includes(other));
      expect(seen).toEqual([facet]);
    },
  );

  it.each(hosts)('none in the sound ones, in %s', (host) => {
    for (const tag of ['lamp-sound', 'entry-sound']) expect(failingFacets(report, tag, host)).toEqual([]);
  });
});
