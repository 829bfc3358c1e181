import { SEVERITIES } from '../severities.js';
import type { ExplainedCode } from './code.js';
import { documentCodes } from './document.js';
import { buildCodes, libraryCodes } from './library.js';
import { memberCodes } from './members.js';
import { openingCodes } from './openings.js';
import { styleCodes } from './style.js';
import { traitCodes } from './traits.js';
import { viewCodes } from './view.js';
import { wrapsCodes } from './wraps.js';

const EXPLANATIONS = [
  ...documentCodes,
  ...memberCodes,
  ...openingCodes,
  ...traitCodes,
  ...viewCodes,
  ...styleCodes,
  ...libraryCodes,
  ...wrapsCodes,
  ...buildCodes,
];

/** Every kind of finding, explained. */
export const CODES: readonly ExplainedCode[] = EXPLANATIONS.map((one) => ({
  ...one,
  severity: SEVERITIES[one.code],
}));

const byName = new Map(CODES.map((code) => [code.code as string, code]));

/** The entry of a code, or undefined. */
export function findCode(name: string): ExplainedCode | undefined {
  return byName.get(name);
}
