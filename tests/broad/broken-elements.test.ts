import { expect, it } from 'vitest';
import { brokenLibrary, testBroken, testLooks } from '../broken-library.js';
import { FACETS } from '../helpers.js';

it('are at least 150, and some for every facet', () => {
  const { broken } = brokenLibrary(FACETS, []);
  expect(broken.length).toBeGreaterThanOrEqual(150);
  expect([...new Set(broken.map(({ facet }) => facet))]).toEqual(FACETS);
});

for (const facet of FACETS.slice(0, FACETS.indexOf('slots'))) testBroken([facet]);

testLooks();
