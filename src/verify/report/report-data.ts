/** What the script of a report works with. Built in Node, read in the page. */
export interface ReportData {
  columns: { framework: string; browser: string; title: string }[];
  facets: { name: string; title: string }[];
  rows: ReportRow[];
}

/** One element: for each facet that it has, and each column, how many of its results have each verdict. */
export interface ReportRow {
  element: string;
  /** By the facet's place in the list; a column where nothing was to be tried holds null. */
  cells: Record<number, (VerdictCounts | null)[]>;
}

/** Fits, needs care, fails, not checked, accepted, true of any element. */
export type VerdictCounts = [
  fits: number,
  care: number,
  fails: number,
  unchecked: number,
  accepted: number,
  general: number,
];

/** Everything of one element, which is unpacked when it is looked at. */
export interface ElementDetails {
  /** The consumer's code that ran; results name it by its place. */
  sources: string[];
  results: DetailedResult[];
}

export interface DetailedResult {
  facet: string;
  framework: string;
  browser: string;
  subject: string;
  verdict: 'fits' | 'care' | 'fails' | 'unchecked';
  note: string;
  accepted?: string | undefined;
  general?: boolean | undefined;
  seen: string;
  source: number;
  observed: { did: string; saw: string; wanted?: string | undefined }[];
  pictures?: { own: string; other?: string | undefined; difference?: string | undefined } | undefined;
}

/** Signs of verdicts, drawn: not every font has them. Paths in a square of 16. */
export const SIGN_PATHS = {
  fits: 'M2.5 8.5l4 4 7-9',
  care: 'M8 2.5v7M8 12.5v1',
  fails: 'M3.5 3.5l9 9M12.5 3.5l-9 9',
  unchecked: 'M3.5 8h9',
  accepted: 'M8 3.5a4.5 4.5 0 1 1-.01 0',
  general: 'M8 7.5v1',
} as const;
