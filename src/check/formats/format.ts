import type { Finding } from '../../finding.js';
import type { CheckReport } from '../report.js';

/** A way to write findings for another program. */
export interface Format {
  name: string;
  write(report: CheckReport): string;
}

/** `error` first, as `2 errors`-like words of other formats need them. */
export function place({ file, line, column }: Finding): string {
  return `${file}:${line}:${column}`;
}

/** Text inside of XML. */
export function xml(text: string): string {
  return text
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/"/g, '&quot;')
    .replace(/[^\t\n\r\u0020-\uFFFD]/g, ' ');
}
