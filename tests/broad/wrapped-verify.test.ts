import { testBrokenWrapped, testWrapped } from '../wrapped-verified.js';

testWrapped(['html', 'react', 'vue', 'svelte', 'solid', 'preact']);
testBrokenWrapped();
