import type { Code } from './code.js';
import { documentCodes } from './document.js';
import { buildCodes, libraryCodes } from './library.js';
import { memberCodes } from './members.js';
import { openingCodes } from './openings.js';
import { styleCodes } from './style.js';
import { traitCodes } from './traits.js';
import { viewCodes } from './view.js';

/** Every kind of finding that a check or a build can have, in one table. */
export const CODES: readonly Code[] = [
  ...documentCodes,
  ...memberCodes,
  ...openingCodes,
  ...traitCodes,
  ...viewCodes,
  ...styleCodes,
  ...libraryCodes,
  ...buildCodes,
];

const byName = new Map(CODES.map((code) => [code.code, code]));

/** The entry of a code, or undefined. */
export function findCode(name: string): Code | undefined {
  return byName.get(name);
}
