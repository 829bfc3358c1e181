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

/**
 * A report that adds to a list of findings of one file. Of members at `unclear` paths nothing is reported: what they are was not
 * understood, and that is a finding already.
 */
export function reportInto(
  findings: Finding[],
  file: string,
  locate: Locate,
  unclear: readonly (readonly PropertyKey[])[] = [],
): Report {
  return (code, path, message, help, of = 'key') => {
    const isUnclear = unclear.some((other) =>
      other.slice(0, OF_MEMBER).every((step, depth) => String(step) === String(path[depth])),
    );
    if (!isUnclear) findings.push(report(code, { file, ...locate(path, of) }, message, help));
  };
}

/** How long the path of a member is: `properties`, `label`. */
const OF_MEMBER = 2;
