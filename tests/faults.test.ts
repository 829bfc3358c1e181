import { testBroken, testBrokenIn, testLooks } from './broken-library.js';
import { CLASS_FACETS } from './helpers.js';
import { byRotation } from './rotation.js';

const asked = (facets: readonly string[]): string[] => facets.flatMap((facet) => ['--facet', facet]);

// Each fault in its own facet and in two neighbors. All faults in all facets: tests/broad/broken-elements.
const alone = CLASS_FACETS.filter((facet) => facet !== 'appearance');
for (let index = 0; index < alone.length; index += 3) {
  const facets = alone.slice(index, index + 3);
  testBroken(facets, '--no-types', ...asked(facets));
}

testLooks('--facet', 'appearance');

// One fault of every facet, each in one framework. In all of them: tests/broad/broken-frameworks.
for (const { frameworks, own } of byRotation(alone.filter((facet) => facet !== 'accessibility')))
  testBrokenIn(frameworks.slice(0, 1), own, ...asked(own));
