import type { Finding, Fix, Position } from './finding.js';
import { SEVERITIES, type Code } from './severities.js';

/** Where something is: a file, by its path from the library's root, and a position in it. */
export interface Place extends Position {
  file: string;
}

/**
 * A finding of a code at a place, with the severity of the table: what is wrong (`message`), what to do (`help`) and,
 * where it is certain, the mend (`fix`).
 */
export function report(
  code: Code,
  { file, line, column }: Place,
  message: string,
  help: string,
  fix?: Fix,
): Finding {
  const severity = SEVERITIES[code];
  return { code, severity, message, help, file, line, column, ...(fix ? { fix } : {}) };
}
