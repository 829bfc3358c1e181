import type { Analysis } from '../../library/library-element.js';
import type { VerifyReport } from '../result.js';

/** A way to write a report of verify for another program. */
export interface VerifyFormat {
  name: string;
  write(report: VerifyReport, analysis: Analysis): string;
}
