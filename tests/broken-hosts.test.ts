import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyReport } from '../src/index.js';
import { brokenLibrary, failingFacets, verified } from './broken-library.js';
import { FACETS, HOSTS } from './helpers.js';

describe('one fault of every facet, in the frameworks', () => {
  const hosts = HOSTS.filter((host) => host !== 'html');
  const { broken, folder } = brokenLibrary(FACETS, hosts, 1);
  let report: VerifyReport;

  beforeAll(async () => {
    report = await verified(folder);
  }, 600_000);

  it.each(broken.flatMap((one) => hosts.map((host) => ({ ...one, host }))))(
    '$facet: $fault, in $host',
    ({ tag, facet, host }) => {
      expect(failingFacets(report, tag, host)).toEqual([facet]);
    },
  );

  it.each(hosts)('none in the sound ones, in %s', (host) => {
    for (const tag of ['lamp-sound', 'entry-sound']) expect(failingFacets(report, tag, host)).toEqual([]);
  });
});
