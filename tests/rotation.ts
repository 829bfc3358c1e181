/** The frameworks beside plain HTML, in pairs: what is tried in all of them in `test:all` is tried in one pair each in `npm test`. */
const PAIRS = [
  ['react', 'vue'],
  ['svelte', 'angular'],
  ['solid', 'ember'],
  ['preact', 'riot'],
  ['react-18', 'react'],
] as const;

/** Deals things out among the pairs of frameworks, in their order. */
export function byRotation<Thing>(things: readonly Thing[]): { frameworks: string[]; own: Thing[] }[] {
  return PAIRS.map((frameworks, pair) => ({
    frameworks: [...frameworks],
    own: things.filter((_, index) => index % PAIRS.length === pair),
  })).filter(({ own }) => own.length > 0);
}
