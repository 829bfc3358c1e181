import { testBrokenIn } from '../broken-library.js';
import { CLASS_FACETS, FRAMEWORKS } from '../helpers.js';

testBrokenIn(
  FRAMEWORKS.filter((framework) => framework !== 'html'),
  CLASS_FACETS,
);
