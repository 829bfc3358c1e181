import { ADOPTED, testAdopted } from './adopt-verified.js';

/** Of these something is told that is to be read. */
const TOLD = ['a dialog that a method opens', 'a clock', 'memo and hooks'];

// One of each kind, and some. All of them: tests/broad/adopt-verify.
const kinds = new Set<string>();
testAdopted(ADOPTED.filter(({ kind, style }) => TOLD.includes(style) || kinds.size < kinds.add(kind).size));
