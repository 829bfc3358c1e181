import type { Finding } from '../findings/finding.js';
import { report } from '../findings/report.js';
import type { Code } from '../findings/severities.js';
import type { Locate } from './read-document.js';

/** Notes a finding at a path of a document; at the key of that path unless said otherwise. */
export type Report = (
  code: Code,
  path: readonly PropertyKey[],
  message: string,
  help: string,
  of?: 'key' | 'value',
) => void;

/** A report that adds to a list of findings of one file. */
export function reportInto(findings: Finding[], file: string, locate: Locate): Report {
  return (code, path, message, help, of = 'key') => {
    findings.push(report(code, { file, ...locate(path, of) }, message, help));
  };
}
