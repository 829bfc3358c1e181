import colors from 'picocolors';
import { visibleFinding, type Finding } from '../findings/finding.js';
import { visible, visibleName } from '../findings/visible.js';
import { sourceFiles, type Library } from '../library/open-library.js';
import { counted, wrapped } from './output.js';

const PAINT = { error: colors.red, warning: colors.yellow, note: colors.cyan };

/** Findings for people: grouped by file, each with the lines it is about and what to do. */
export function showFindings(findings: readonly Finding[], library: Library): string {
  const texts = new Map(sourceFiles(library).map(({ file, text }) => [file, text]));
  const blocks: string[] = [];
  let lines: readonly string[] | undefined;
  let file = '';
  for (const finding of findings) {
    if (finding.file !== file) {
      file = finding.file;
      blocks.push(colors.bold(colors.underline(visibleName(file))));
      lines = texts.get(file)?.split(/\r?\n/);
    }
    blocks.push(showFinding(visibleFinding(finding), lines));
  }
  return blocks.join('\n\n');
}

function showFinding(
  { line, column, severity, code, message, help }: Finding,
  lines: readonly string[] | undefined,
): string {
  const place = `${line}:${column}`;
  const before = 12 + severity.length;
  const words = wrapped(`${message}  ${code}`, before).split(code);
  const head = `  ${colors.dim(place.padEnd(7))} ${PAINT[severity](severity)}  ${words.join(colors.dim(code))}`;
  return [
    head,
    ...(lines === undefined ? [] : frame(lines, line, column)),
    `          ${colors.green('→')} ${wrapped(help, 12)}`,
  ].join('\n');
}

/** The line of a finding and the one before it, with a mark under the column; long lines are cut around it. */
function frame(lines: readonly string[], line: number, column: number): string[] {
  const width = String(line).length;
  const start = Math.max(0, column - 60);
  const cut = (content: string): string =>
    `${start > 0 ? '…' : ''}${visible(content.slice(start, start + 100).replace(/\t/g, ' '))}`;
  const numbered = [line - 1, line]
    .filter((number) => number >= 1 && lines[number - 1] !== undefined)
    .map(
      (number) => `          ${colors.dim(`${String(number).padStart(width)} │`)} ${cut(lines[number - 1]!)}`,
    );
  const offset = column - 1 - start + (start > 0 ? 1 : 0);
  return [
    ...numbered,
    `          ${colors.dim(`${' '.repeat(width)} │`)} ${' '.repeat(offset)}${colors.red('▲')}`,
  ];
}

/** `2 elements: 1 error, 0 warnings`. */
export function showCounts(elements: number, findings: readonly Finding[]): string {
  const count = (severity: Finding['severity']): number =>
    findings.filter((finding) => finding.severity === severity).length;
  const [errors, warnings] = [count('error'), count('warning')];
  const words = `${counted(errors, 'error')}, ${counted(warnings, 'warning')}`;
  return `${counted(elements, 'element')}: ${errors > 0 ? colors.red(words) : warnings > 0 ? colors.yellow(words) : colors.green(words)}`;
}
