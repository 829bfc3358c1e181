import type { Code, Severity } from './severities.js';
import { visibleLine, visibleName } from './visible.js';

export type { Severity } from './severities.js';

/** One thing that is wrong, where it is, and what to do about it. Lines and columns count from 1. */
export interface Finding {
  /** Stable code, `family/name`. */
  code: Code;
  severity: Severity;
  /** What is wrong, in one sentence. */
  message: string;
  /** What to do. */
  help: string;
  /** Path relative to the library's root, with forward slashes. */
  file: string;
  line: number;
  column: number;
  /** The mend, where it is certain: what to put between two offsets of the file. */
  fix?: Fix;
}

/** A change to a text; offsets count UTF-16 code units from 0. */
export interface Fix {
  start: number;
  end: number;
  text: string;
}

/** A position in a text; both count from 1, columns in UTF-16 code units. */
export interface Position {
  line: number;
  column: number;
}

/** Turns offsets of one text into lines and columns; line starts are found once. */
export class PositionIndex {
  readonly #starts: number[] = [0];

  constructor(text: string) {
    for (let at = text.indexOf('\n'); at !== -1; at = text.indexOf('\n', at + 1)) this.#starts.push(at + 1);
  }

  /** The position of an offset (UTF-16 code units, from 0). */
  at(offset: number): Position {
    let low = 0;
    let high = this.#starts.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (this.#starts[middle]! <= offset) low = middle;
      else high = middle - 1;
    }
    return { line: low + 1, column: offset - this.#starts[low]! + 1 };
  }
}

/** Where a finding is, as one text. */
export function locationOf({ file, line, column }: Finding): string {
  return `${file}:${line}:${column}`;
}

/** True if one of the findings is an error. */
export function hasErrors(findings: readonly Finding[]): boolean {
  return findings.some((finding) => finding.severity === 'error');
}

/** Findings in reading order: by file, line, column, code. */
export function inReadingOrder(findings: readonly Finding[]): Finding[] {
  return [...findings].sort(
    (a, b) =>
      (a.file < b.file ? -1 : a.file > b.file ? 1 : 0) ||
      a.line - b.line ||
      a.column - b.column ||
      (a.code < b.code ? -1 : 1),
  );
}

/** A finding as other programs get it: what it says, without the mend that comes with it. */
export function withoutFix(finding: Finding): Finding {
  const { code, severity, line, column } = finding;
  const { message, help, file } = visibleFinding(finding);
  return { code, severity, message, help, file, line, column };
}

/** A finding whose words cannot act on who reads them, whatever the files hold that they speak of. */
export function visibleFinding(finding: Finding): Finding {
  const { message, help, file } = finding;
  return { ...finding, message: visibleLine(message), help: visibleLine(help), file: visibleName(file) };
}
