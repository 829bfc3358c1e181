import { testBrokenIn } from '../broken-library.js';
import { FACETS, FRAMEWORKS } from '../helpers.js';

testBrokenIn(
  FRAMEWORKS.filter((framework) => framework !== 'html'),
  FACETS,
);
