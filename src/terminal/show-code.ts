import colors from 'picocolors';
import type { ExplainedCode } from '../findings/codes/code.js';
import { failingFile, fixedFile, type ShownFile } from '../findings/codes/page.js';
import { wrapped } from './output.js';

/** One kind of finding for people: what it is, why it matters, and an example before and after. */
export function showCode({ code, severity, title, reason, fails, mended }: ExplainedCode): string {
  const example = (words: string, { path, text }: ShownFile): string[] => {
    if (text === undefined) return [`${words} ${colors.dim(`${path}: remove it`)}`, ''];
    return [
      `${words} ${colors.dim(path)}`,
      ...text
        .trimEnd()
        .split('\n')
        .map((line) => `  ${colors.dim('│')} ${line}`),
      '',
    ];
  };
  return [
    `${colors.bold(code)}  ${severity}`,
    `${title}.`,
    '',
    wrapped(reason, 0),
    '',
    ...example(colors.red('Found in'), failingFile(fails)),
    ...example(colors.green('Fixed in'), fixedFile(fails, mended)),
    'Next: lastwright check.',
  ].join('\n');
}

/** All kinds of findings, a line each. */
export function showCodes(codes: readonly ExplainedCode[]): string {
  const width = Math.max(...codes.map(({ code }) => code.length));
  return [
    ...codes.map(({ code, title }) => `${code.padEnd(width)}  ${colors.dim(title)}`),
    '',
    'Next: lastwright explain CODE.',
  ].join('\n');
}
