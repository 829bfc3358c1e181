import { testBrokenWrapped, testWrapped } from './wrapped-verified.js';

// In six frameworks, with their checkers of types: tests/broad/wrapped-verify.
testWrapped(['html', 'vue'], '--no-types');
testBrokenWrapped();
