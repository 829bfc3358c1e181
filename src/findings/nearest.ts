import { distance } from 'fastest-levenshtein';

/**
 * The known name that is closest to a mistyped one, or undefined if none is close enough to be meant:
 * at most a third of its letters (and at least two) may differ.
 */
export function nearest(name: string, known: Iterable<string>): string | undefined {
  let best: string | undefined;
  let least = Math.max(2, Math.floor(name.length / 3)) + 1;
  for (const candidate of known) {
    const letters = distance(name.toLowerCase(), candidate.toLowerCase());
    if (letters < least) {
      least = letters;
      best = candidate;
    }
  }
  return best;
}

/** So many names are listed whole. */
const LISTED = 36;

/** `Did you mean "x"?`, or what there is to choose from, as the help of a finding about an unknown name. */
export function suggestion(name: string, known: Iterable<string>, kind: string): string {
  const names = [...known];
  const close = nearest(name, names);
  if (close !== undefined) return `Did you mean "${close}"?`;
  if (names.length === 0) return `There are no ${kind} here.`;
  if (names.length <= LISTED) return `Known ${kind}: ${names.join(', ')}.`;
  const closest = names.toSorted((one, other) => distance(name, one) - distance(name, other)).slice(0, 3);
  return `The closest of ${names.length} ${kind}: ${closest.join(', ')}.`;
}

/** The candidates that unknown names are misspellings of: a mistake in one place is one mistake, not two. */
export function meantBy(unknown: Iterable<string>, candidates: readonly string[]): Set<string> {
  const meant = [...unknown].map((name) => nearest(name, candidates));
  return new Set(meant.filter((name) => name !== undefined));
}
