import type { FrameworkSize } from './framework-sizes.js';
import * as z from 'zod';
import { findingSchema } from '../findings/check-report.js';
import { withoutFix, type Finding } from '../findings/finding.js';

/** What `lastwright build --json` prints. No files are named where findings stood in the way. */
export const buildReportSchema = z.object({
  /** The output folder, relative to the library's root. */
  output: z.string(),
  files: z.array(z.object({ path: z.string(), bytes: z.int() })),
  elements: z.array(z.string()),
  /** Frameworks of wrapped components: bytes compressed with Brotli, with the framework and without it. */
  frameworks: z.array(
    z.object({
      title: z.string(),
      version: z.string(),
      choice: z.enum(['bundled', 'shared']),
      bundled: z.int(),
      shared: z.int(),
    }),
  ),
  findings: z.array(findingSchema),
});

export type BuildReport = z.infer<typeof buildReportSchema>;

/** The report of a build that was written, or of one that failed (without files). */
export function buildReport(
  output: string,
  files: ReadonlyMap<string, string | Uint8Array>,
  elements: readonly string[],
  findings: readonly Finding[],
  frameworks: readonly FrameworkSize[] = [],
): BuildReport {
  return {
    output,
    files: [...files].map(([path, content]) => ({ path, bytes: Buffer.byteLength(content) })),
    elements: files.size > 0 ? [...elements] : [],
    frameworks: [...frameworks],
    findings: findings.map(withoutFix),
  };
}
