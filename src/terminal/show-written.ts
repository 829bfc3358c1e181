import colors from 'picocolors';

/** New files for people, those that stay as they are, and what to do with them. */
export function showWritten(paths: readonly string[], next: string, kept: readonly string[] = []): string {
  return [
    ...paths.map((path) => `  ${colors.green('+')} ${path}`),
    ...kept.map((path) => `  ${colors.dim(`= ${path} stays as it is`)}`),
    `Next: ${next}.`,
  ].join('\n');
}
