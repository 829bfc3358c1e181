import type { LiveVerdicts } from '../../shapes.js';

/** What `verify` came to, in a few words. */
export function verdictWords({ fits, care, fails, unchecked, seen, outdated }: LiveVerdicts): string {
  if (seen === '') return 'not verified yet';
  const counts = [
    [fails, fails === 1 ? 'fails' : 'fail'],
    [care, care === 1 ? 'needs care' : 'need care'],
    [unchecked, 'not checked'],
    [fits, fits === 1 ? 'fits' : 'fit'],
  ] as const;
  const words = counts.filter(([count]) => count > 0).map(([count, word]) => `${count} ${word}`);
  return `verified ${new Date(seen).toLocaleString()}: ${words.join(', ')}${outdated ? '; changed since' : ''}`;
}

/** Bytes as kilobytes. */
export function kilobytes(bytes: number): string {
  return `${(bytes / 1000).toFixed(1)} kB`;
}

/** A value in one line. */
export function brief(value: unknown): string {
  if (value === undefined) return '';
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return text.length > 300 ? `${text.slice(0, 299)}…` : text;
}
