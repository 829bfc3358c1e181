/** A text as it is, inside of a regular expression. */
export function escapePattern(text: string): string {
  return text.replace(/[^\w]/g, '\\$&');
}
