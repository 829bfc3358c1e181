import { testTypes } from './judged-types.js';

// In all frameworks that have a checker: tests/broad/framework-types.
testTypes(['react']);
