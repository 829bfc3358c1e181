import type { Finding } from '../findings/finding.js';
import type { Library } from '../library/open-library.js';
import { sourceFiles } from '../library/open-library.js';

/** A file with all certain mends of its findings made. */
export interface FixedFile {
  file: string;
  before: string;
  after: string;
  findings: Finding[];
}

/** Makes the mends that findings bring with them, where two do not touch the same place. Nothing is written. */
export function fixFindings(findings: readonly Finding[], library: Library): FixedFile[] {
  const fixed: FixedFile[] = [];
  for (const { file, text } of sourceFiles(library)) {
    const own = findings.filter((finding) => finding.file === file && finding.fix !== undefined);
    if (own.length === 0) continue;
    const ordered = [...own].sort((a, b) => b.fix!.start - a.fix!.start);
    let after = text;
    let free = Infinity;
    const made: Finding[] = [];
    for (const finding of ordered) {
      const { start, end, text: replacement } = finding.fix!;
      if (end > free) continue;
      after = after.slice(0, start) + replacement + after.slice(end);
      free = start;
      made.push(finding);
    }
    fixed.push({ file, before: text, after, findings: made.reverse() });
  }
  return fixed;
}
