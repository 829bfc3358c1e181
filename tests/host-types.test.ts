import { testTypes } from './judged-types.js';

// In all frameworks that have a checker: tests/broad/host-types.
testTypes(['react']);
