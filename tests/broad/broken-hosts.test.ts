import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyReport } from '../../src/index.js';
import { brokenLibrary, failingFacets, followsFrom, verified } from '../broken-library.js';
import { FACETS, HOSTS } from '../helpers.js';

describe('one fault of every facet, in the frameworks', () => {
  const hosts = HOSTS.filter((host) => host !== 'html');
  const { broken, folder } = brokenLibrary(FACETS, hosts, 1);
  let report: VerifyReport;

  beforeAll(async () => {
    report = await verified(folder, '--timeout', '30', '--no-types');
  }, 1_800_000);

  // Looks are compared with the first framework's; what is the same everywhere is looked at in plain HTML only.
  const tried = (facet: string): string[] =>
    facet === 'look' ? hosts.slice(1) : facet === 'access' ? [] : hosts;

  it.each(broken.flatMap((one) => tried(one.facet).map((host) => ({ ...one, host }))))(
    '$facet: $fault, in $host',
    ({ tag, facet, fault, host }) => {
      const failing = report.results.filter(
        (one) => one.element === tag && one.host === host && one.verdict === 'fails',
      );
      const told = JSON.stringify(failing.map(({ facet: at, subject, note }) => [at, subject, note]));
      const follows = followsFrom(fault);
      const seen = failingFacets(report, tag, host).filter((other) => !follows.includes(other));
      expect(seen, told).toEqual([facet]);
    },
  );

  it.each(hosts)('none in the sound ones, in %s', (host) => {
    for (const tag of ['lamp-sound', 'entry-sound']) expect(failingFacets(report, tag, host)).toEqual([]);
  });
});
