/** What a page forbids in the strictest policy that applications use: code in text, markup from text, style in markup. */
const STRICT_POLICY =
  "default-src 'self'; img-src 'self' data:; font-src 'self' data:; style-src 'self'; object-src 'none'; " +
  "base-uri 'none'; require-trusted-types-for 'script'; script-src 'self'";

/** What a facet needs of the page that it runs in. */
interface PageNeeds {
  /** Whether the page is loaded anew for each facet, for the first of its kind, or not at all: then it is the one that is there. */
  fresh: 'each' | 'first' | 'no';
  /** True if the facet begins before the element is defined; otherwise it is defined by then. */
  undefinedAtFirst: boolean;
  /** The page's Content-Security-Policy, if it has one. */
  policy?: string;
}

/** The kinds of pages. */
const PAGE_KINDS = {
  /** The element's page, before the element is defined. */
  first: { fresh: 'each', undefinedAtFirst: true },
  /** The page that all these facets share. */
  shared: { fresh: 'no', undefinedAtFirst: false },
  /** A page that nothing has happened in. */
  fresh: { fresh: 'each', undefinedAtFirst: false },
  /** A page for what looks at an element without touching it. */
  looking: { fresh: 'first', undefinedAtFirst: false },
  /** A page under a strict policy. */
  strict: { fresh: 'each', undefinedAtFirst: true, policy: STRICT_POLICY },
} as const satisfies Record<string, PageNeeds>;

export type PageKind = keyof typeof PAGE_KINDS;

/**
 * The kinds in the order in which a run goes through them: a page is used before the next one is loaded. Each sequence begins with a
 * page of its own, and can run beside the others.
 */
export const PAGE_SEQUENCES: readonly (readonly PageKind[])[] = [
  ['first', 'shared'],
  ['looking'],
  ['fresh'],
  ['strict'],
];

/** The same in a framework that is compared with another one: what is only seen where they differ comes after the comparison. */
export const PAGE_SEQUENCES_AFTER_LEAD: readonly (readonly PageKind[])[] = [
  ['first', 'shared', 'fresh'],
  ['looking'],
  ['strict'],
];

/** What a kind of page is like. */
export function pageNeeds(kind: PageKind): PageNeeds {
  return PAGE_KINDS[kind];
}
