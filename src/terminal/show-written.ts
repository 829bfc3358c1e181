import colors from 'picocolors';

/** New files for people, and what to do with them. */
export function showWritten(paths: readonly string[], next: string): string {
  return [...paths.map((path) => `  ${colors.green('+')} ${path}`), `Next: ${next}.`].join('\n');
}
