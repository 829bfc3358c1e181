import type { Finding } from '../finding.js';
import { escapeMarkup } from '../../syntax/markup.js';
import { visible, visibleName } from '../visible.js';
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

/** What begins a link, an image or a mention in the Markdown of common hosts, though nobody wrote one. */
const LINKING = /@(?=[\w-])|#(?=\d)|(?<=\w):(?=\/\/)|(?<=\bwww)\./gi;

/** Text inside of a cell of a Markdown table, which says what it says and does nothing. */
export function markdownCell(text: string): string {
  return visible(text)
    .replace(/[\\|[\]`*~]/g, '\\$&')
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(LINKING, '$&\u2060')
    .replace(/\s+/g, ' ');
}

/** A name as code inside of a cell. */
export function markdownCode(text: string): string {
  return `\`${visibleName(text).replace(/`/g, "'").replace(/\|/g, '\\|')}\``;
}
