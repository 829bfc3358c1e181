import type { Code } from './severities.js';
import * as z from 'zod';
import { withoutFix, type Finding } from './finding.js';

/** One finding, as `--json` prints it. */
export const findingSchema = z.object({
  // Which codes there are is another table's; a later version may have more.
  code: z.string() as unknown as z.ZodType<Code>,
  severity: z.enum(['error', 'warning', 'note']),
  message: z.string(),
  help: z.string(),
  file: z.string(),
  line: z.int().min(1),
  column: z.int().min(1),
});

/** What `lastwright check --json` prints. */
export const checkReportSchema = z.object({
  findings: z.array(findingSchema),
  summary: z.object({ elements: z.int(), errors: z.int(), warnings: z.int() }),
  /** Why types were not checked, where they were to be. */
  unchecked: z.string().optional(),
});

export type CheckReport = z.infer<typeof checkReportSchema>;

/** The report of what was found in a library. */
export function checkReport({
  findings,
  library,
  unchecked,
}: {
  findings: readonly Finding[];
  library: { elements: readonly unknown[] };
  unchecked?: string | undefined;
}): CheckReport {
  const count = (severity: string): number =>
    findings.filter((finding) => finding.severity === severity).length;
  return {
    findings: findings.map(withoutFix),
    summary: { elements: library.elements.length, errors: count('error'), warnings: count('warning') },
    ...(unchecked === undefined ? {} : { unchecked }),
  };
}
