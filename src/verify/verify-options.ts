import type { ProbedCell } from './host-run.js';
import type { VerifyReport } from './result.js';
import type { Shard } from './shards.js';

/** What to verify; everything the library promises where nothing is said. */
export interface VerifyOptions {
  hosts?: readonly string[] | undefined;
  engines?: readonly string[] | undefined;
  elements?: readonly string[] | undefined;
  /** Whether the declarations of the package are looked at by the frameworks' checkers; true where nothing is said. */
  types?: boolean | undefined;
  /** How long one probe may take without an answer, in milliseconds. */
  probeTimeout?: number;
  /** Whether everything is seen anew, and nothing remembered. */
  again?: boolean | undefined;
  /** Only a part of the whole, for several machines. */
  shard?: Shard | undefined;
  /** Called after each cell. */
  onCell?(cell: ProbedCell): void;
}

/** A report, and what was missing on the machine: a browser, a host's packages. */
export interface Verified {
  report: VerifyReport;
  missing: { what: string; help: string }[];
}
