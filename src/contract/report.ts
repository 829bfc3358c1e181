import type { Finding, Severity } from '../finding.js';
import type { Locate } from './read-document.js';

/** Notes a finding at a path of a document; at the key of that path unless said otherwise. */
export type Report = (
  code: string,
  path: readonly PropertyKey[],
  message: string,
  help: string,
  of?: 'key' | 'value',
  severity?: Severity,
) => void;

/** A report that adds to a list of findings of one file. */
export function reportInto(findings: Finding[], file: string, locate: Locate): Report {
  return (code, path, message, help, of = 'key', severity = 'error') => {
    findings.push({ code, severity, message, help, file, ...locate(path, of) });
  };
}
