import { expect, it } from 'vitest';
import { brokenLibrary, testBroken, testLooks } from '../broken-library.js';
import { CLASS_FACETS } from '../helpers.js';

it('are at least 150, and some for every facet', () => {
  const { broken } = brokenLibrary(CLASS_FACETS, []);
  expect(broken.length).toBeGreaterThanOrEqual(150);
  expect([...new Set(broken.map(({ facet }) => facet))]).toEqual(CLASS_FACETS);
});

for (const facet of CLASS_FACETS.slice(0, CLASS_FACETS.indexOf('slots'))) testBroken([facet]);

testLooks();
