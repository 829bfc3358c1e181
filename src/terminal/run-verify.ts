import { mkdir, writeFile } from 'node:fs/promises';
import { dirname, join, relative, resolve } from 'node:path';
import type { BuiltPackage } from '../build/build-library.js';
import type { Analysis } from '../library/library-element.js';
import { checkReport } from '../findings/check-report.js';
import { HOSTS } from '../hosts/index.js';
import { OWN_FOLDER } from '../library/own-folder.js';
import { UsageError } from '../system/usage-error.js';
import { suggestion } from '../findings/nearest.js';
import { FACETS } from '../verify/facets/index.js';
import { reportHtml } from '../verify/report-html.js';
import type { VerifyReport } from '../verify/result.js';
import { verifyLibrary } from '../verify/verify-library.js';
import { EXIT } from './base-command.js';
import { say } from './output.js';
import { showCounts, showFindings } from './show-findings.js';
import { Progress, showVerify } from './show-verify.js';

export interface VerifyRun {
  hosts?: string[] | undefined;
  elements?: string[] | undefined;
  /** Where the HTML report goes; into the tool's own folder in the library where nothing is said. */
  report?: string | undefined;
  json?: boolean;
  timeout: number;
}

/** Verifies what was built in memory, writes the report, shows the outcome; gives the exit status. */
export async function runVerify(
  analysis: Analysis,
  { files, findings }: BuiltPackage,
  run: VerifyRun,
): Promise<number> {
  const { library, elements } = analysis;
  checkNames(
    run.hosts,
    HOSTS.map(({ name }) => name),
    'frameworks',
  );
  checkNames(
    run.elements,
    elements.map(({ contract }) => contract.tag),
    'elements',
  );
  if (files.size === 0) {
    if (run.json) say.json(checkReport({ ...analysis, findings }));
    else
      say.line(
        `${showFindings(findings, library)}\n\n${showCounts(library.elements.length, findings)}\nNothing was verified.`,
      );
    return EXIT.problems;
  }
  const hosts = run.hosts ?? library.config.hosts;
  const count =
    (run.elements ?? elements).length * FACETS.length * hosts.length * library.config.engines.length;
  const progress = new Progress(count);
  const { report, missing } = await verifyLibrary(analysis, files, {
    hosts,
    elements: run.elements,
    probeTimeout: run.timeout,
    onCell: ({ host, element, facet }) => progress.cell(host, element, facet),
  });
  progress.end();
  const reportPath = run.report ? resolve(run.report) : await ownReportPath(library.root);
  await mkdir(dirname(reportPath), { recursive: true });
  await writeFile(reportPath, reportHtml(report, library));
  if (run.json) say.json(report);
  else {
    say.line(showVerify(report));
    say.line(`Report: ${shortest(reportPath)}`);
    say.line(nextStep(report));
  }
  for (const { what, help } of missing) say.error(what, help);
  if (report.summary.fails > 0) return EXIT.problems;
  return missing.length > 0 ? EXIT.missing : EXIT.fine;
}

function nextStep({ results, summary }: VerifyReport): string {
  const failing = results.find(({ verdict }) => verdict === 'fails');
  if (failing)
    return `Next: mend it, then lastwright verify --element ${failing.element} --host ${failing.host}.`;
  return summary.unchecked > 0
    ? 'Next: add what the notes name, then verify again.'
    : 'Next: open the report in a browser.';
}

function checkNames(given: readonly string[] | undefined, known: readonly string[], kind: string): void {
  for (const name of given ?? []) {
    if (!known.includes(name))
      throw new UsageError(`"${name}" is none of the ${kind}.`, suggestion(name, known, kind));
  }
}

/** Into the tool's own folder in the library, which ignores itself in git. */
async function ownReportPath(root: string): Promise<string> {
  const folder = join(root, OWN_FOLDER);
  await mkdir(folder, { recursive: true });
  await writeFile(join(folder, '.gitignore'), '*\n');
  return join(folder, 'verify.html');
}

/** A path as it is shortest to read from here. */
function shortest(path: string): string {
  const near = relative(process.cwd(), path);
  return near.startsWith('..') ? path : near;
}
