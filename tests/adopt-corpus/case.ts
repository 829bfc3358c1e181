/** A component as people write it, and what a contract must say of it. */
export interface AdoptCase {
  /** How it is written, in words. */
  style: string;
  /** Its module; the other files that it imports stand under `beside`. */
  source: string;
  /** The ending of its file. */
  ending: string;
  beside?: Record<string, string>;
  exported?: string;
  /** Each member as `summaryOf` writes it, by kind and name. */
  expected: Record<string, string>;
  /** Members of which something must be said, since no contract can have them as they are. */
  said?: string[];
  /** Facets in which it fails as it is: what is wrong is the component's own. */
  fails?: string[];
}

/** Makes cases of one kind of file. */
export function casesOf(
  ending: string,
  exported?: string,
): (style: string, source: string, expected: Record<string, string>, more?: Partial<AdoptCase>) => AdoptCase {
  return (style, source, expected, more = {}) => ({
    style,
    source,
    ending,
    ...(exported === undefined ? {} : { exported }),
    expected,
    ...more,
  });
}
