import type { Severity } from '../finding.js';
import type { Code } from '../severities.js';

/** Files of an example by path; a path like `.html` is that file of the element `quay-mast`. */
export type ExampleFiles = Record<string, string>;

/** What is said of a kind of finding: what it means, why it matters, an example that has it, and the example mended. */
export interface Explanation {
  code: Code;
  title: string;
  reason: string;
  /** The first file is the one to show. Files that an example does not name are those of a plain element. */
  fails: ExampleFiles;
  mended: ExampleFiles;
}

/** The same with how much it matters. */
export interface ExplainedCode extends Explanation {
  severity: Severity;
}

/** The files that examples start from: one element that nothing is wrong with. */
export const PLAIN: ExampleFiles = {
  'lastwright.yaml': 'library: 1\n',
  '.contract.yaml': 'contract: 1\ntag: quay-mast\nproperties:\n  label: { type: string }\n',
  '.html': '<span>{label}</span>\n',
  '.css': ':host { display: inline-block; }\n',
};

/** A contract of the example element with more keys. */
export function contractWith(more: string): string {
  return `contract: 1\ntag: quay-mast\n${more}\n`;
}

/** The contract of the plain element with more keys. */
export function plainContractWith(more: string): string {
  return `${PLAIN['.contract.yaml']}${more}\n`;
}

/** A file's path in the example library. */
export function examplePath(path: string): string {
  return path.startsWith('.') ? `elements/quay-mast/quay-mast${path}` : path;
}
