import colors from 'picocolors';
import type { ExplainedCode } from '../findings/codes/code.js';
import { shownFile } from '../findings/codes/page.js';

/** One kind of finding for people: what it is, why it matters, and an example before and after. */
export function showCode({ code, severity, title, reason, fails, mended }: ExplainedCode): string {
  const example = (words: string, files: ExplainedCode['fails']): string[] => {
    const { path, text } = shownFile(files);
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
    reason,
    '',
    ...example(colors.red('Found in'), fails),
    ...example(colors.green('Mended in'), mended),
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
