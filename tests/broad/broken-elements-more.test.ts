import { testBroken } from '../broken-library.js';
import { FACETS } from '../helpers.js';

for (const facet of FACETS.slice(FACETS.indexOf('slots'))) if (facet !== 'appearance') testBroken([facet]);
