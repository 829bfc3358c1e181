import type { VerifyReport, VerifyResult } from './result.js';
import type { Shard } from './shards.js';

/** All results of one facet of an element in one framework and browser. */
export interface ProbedCell {
  element: string;
  facet: string;
  framework: string;
  browser: string;
  results: VerifyResult[];
  /** True if it was not seen in this run, but in an earlier one. */
  remembered: boolean;
}

/** What to verify; everything the library promises where nothing is said. */
export interface VerifyOptions {
  frameworks?: readonly string[] | undefined;
  browsers?: readonly string[] | undefined;
  elements?: readonly string[] | undefined;
  /** Only these facets; the others are told as not checked. */
  facets?: readonly string[] | undefined;
  /** Whether the declarations of the package are looked at by the frameworks' checkers; true where nothing is said. */
  types?: boolean | undefined;
  /** How long one probe may take without an answer, in milliseconds. */
  probeTimeout?: number;
  /** Whether everything is seen anew, and nothing remembered. */
  noCache?: boolean | undefined;
  /** Whether nothing of what is seen is kept for later runs. */
  forgets?: boolean | undefined;
  /** Only a part of the whole, for several machines. */
  shard?: Shard | undefined;
  /** Called once, with how many cells there are. */
  onBegin?(cells: number): void;
  /** Called after each cell. */
  onCell?(cell: ProbedCell): void;
}

/** A report, and what was missing on the machine: a browser, a framework's packages. */
export interface Verified {
  report: VerifyReport;
  missing: { what: string; help: string }[];
}
