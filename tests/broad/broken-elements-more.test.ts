import { testBroken } from '../broken-library.js';

testBroken([
  'slots',
  'encapsulation',
  'passthrough',
  'lifecycle',
  'independence',
  'forms',
  'policy',
  'access',
]);
