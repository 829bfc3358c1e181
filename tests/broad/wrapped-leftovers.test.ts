import { testLeftovers } from '../wrapped-page.js';

testLeftovers(10_000);
