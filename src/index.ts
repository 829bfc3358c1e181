/** The core, for programs: it takes values and gives values and findings, prints nothing and ends nothing. */
export { analyze, Workspace, type CheckedLibrary } from './analysis/workspace.js';
export type { Analysis, LibraryElement } from './library/library-element.js';
export { checkReport, checkReportSchema, findingSchema, type CheckReport } from './findings/check-report.js';
export { buildLibrary, PackageBuilder, type BuiltPackage } from './build/build-library.js';
export { buildReport, buildReportSchema, type BuildReport } from './build/report.js';
export { writeOutput } from './build/write-output.js';
export { findLibraryRoot, openLibrary, type Library } from './library/open-library.js';
export { UsageError } from './system/usage-error.js';
export { verifyLibrary } from './verify/verify-library.js';
export type { Verified, VerifyOptions } from './verify/verify-options.js';
export {
  cellOf,
  verifyReportSchema,
  verifyResultSchema,
  type VerifyReport,
  type VerifyResult,
} from './verify/result.js';
export type { Finding, Severity } from './findings/finding.js';
export { BROWSERS } from './browsers/index.js';
export type { RunningBrowser, Browser, Page } from './browsers/browser.js';
