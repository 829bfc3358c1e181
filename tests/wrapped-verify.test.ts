import { FAULTS, testBrokenWrapped, testWrapped } from './wrapped-verified.js';

// In six frameworks, with their checkers of types, and each fault in all facets: tests/broad/wrapped-verify.
testWrapped(['html'], '--no-types');
const facets = new Set(['forms', ...FAULTS.map(({ facet }) => facet)]);
testBrokenWrapped('--no-types', ...[...facets].flatMap((facet) => ['--facet', facet]));
