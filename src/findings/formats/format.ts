import type { Finding } from '../finding.js';
import { escapeMarkup } from '../../syntax/markup.js';
import type { CheckReport } from '../check-report.js';

/** A way to write findings for another program. */
export interface Format {
  name: string;
  write(report: CheckReport): string;
}

/** Where a finding is, as people and editors write it: `file:line:column`. */
export function place({ file, line, column }: Finding): string {
  return `${file}:${line}:${column}`;
}

/** Text inside of XML, which knows no control characters. */
export function xml(text: string): string {
  return escapeMarkup(text).replace(/[^\t\n\r\u0020-\uFFFD]/g, ' ');
}

/** Text inside of a cell of a Markdown table. */
export function markdownCell(text: string): string {
  return text.replace(/\\/g, '\\\\').replace(/\|/g, '\\|').replace(/</g, '&lt;').replace(/\s+/g, ' ');
}
