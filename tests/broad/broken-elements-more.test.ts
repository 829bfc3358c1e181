import { testBroken } from '../broken-library.js';
import { CLASS_FACETS } from '../helpers.js';

for (const facet of CLASS_FACETS.slice(CLASS_FACETS.indexOf('slots')))
  if (facet !== 'appearance') testBroken([facet]);
