import { testBrokenIn } from '../broken-library.js';
import { FACETS, HOSTS } from '../helpers.js';

testBrokenIn(
  HOSTS.filter((host) => host !== 'html'),
  FACETS,
);
