import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { dirname, join, relative, resolve } from 'node:path';
import type { BuiltPackage } from '../build/build-library.js';
import type { Analysis } from '../library/library-element.js';
import { checkReport } from '../findings/check-report.js';
import { BROWSERS } from '../browsers/index.js';
import { findFramework } from '../frameworks/find-framework.js';
import { FRAMEWORKS } from '../frameworks/index.js';
import type { Library } from '../library/open-library.js';
import { OWN_FOLDER } from '../library/own-folder.js';
import { writeNew } from '../scaffold/write-new.js';
import { FACETS } from '../verify/facets/index.js';
import { VERIFY_FORMATS } from '../verify/formats/index.js';
import { reportHtml } from '../verify/report/report-html.js';
import { standingOf, verifyReportSchema, type VerifyReport } from '../verify/result.js';
import { mergeReports, type Shard } from '../verify/shards.js';
import { UsageError } from '../system/usage-error.js';
import { writeWhole } from '../system/write-whole.js';
import { RunPages } from '../verify/run-pages.js';
import { loadSeeing } from '../verify/library-run.js';
import { verifyInPages } from '../verify/verify-in-pages.js';
import { TYPES } from '../verify/types/types-facet.js';
import type { VerifySubject } from '../verify/verify-subject.js';
import { EXIT } from './base-command.js';
import { accept, today } from '../verify/accept.js';
import { checkNames } from './check-names.js';
import { showAcceptances } from './show-acceptances.js';
import { say } from './output.js';
import { showCounts, showFindings } from './show-findings.js';
import { showOverview } from './show-overview.js';
import { Progress } from './progress.js';

export interface VerifyRun {
  frameworks?: string[] | undefined;
  browsers?: string[] | undefined;
  elements?: string[] | undefined;
  facets?: string[] | undefined;
  /** Where the HTML report goes; into the tool's own folder in the library where nothing is said. */
  report?: string | undefined;
  /** How the report is written: `pretty` for people. */
  format?: string;
  /** Whether every facet of every element is shown. */
  details?: boolean;
  types?: boolean | undefined;
  timeout: number;
  /** Whether everything is seen anew. */
  /** So many results may need care, beside those that the library accepts. */
  maxCare?: number | undefined;
  noCache?: boolean | undefined;
  shard?: Shard | undefined;
  /** Called after each cell. */
  onCell?(): void;
  /** Where a project that shows one cell is written. */
  reproduce?: string | undefined;
}

/** Pages for a run, which may be started before there is anything to be seen in them. */
export function pagesFor(library: Library, { browsers, timeout }: VerifyRun): RunPages {
  checkNames(
    browsers,
    BROWSERS.map(({ name }) => name),
    'browsers',
  );
  return new RunPages(library, { browsers, probeTimeout: timeout });
}

/** Loads and works out ahead what verifying needs. */
export function prepareVerify(subject: VerifySubject): void {
  void loadSeeing();
  // What goes wrong is told to whoever asks again.
  subject.known().catch(() => {});
}

/**
 * Verifies what was built in memory, writes the report, shows the outcome; gives the exit status. The pages are
 * closed in the end.
 */
export async function runVerify(
  subject: VerifySubject,
  { files, findings }: BuiltPackage,
  run: VerifyRun,
  pages = pagesFor(subject.library, run),
): Promise<number> {
  try {
    return await verifyIn(pages, subject, { files, findings }, run);
  } finally {
    await pages.close();
  }
}

async function verifyIn(
  pages: RunPages,
  subject: VerifySubject,
  { files, findings }: Pick<BuiltPackage, 'files' | 'findings'>,
  run: VerifyRun,
): Promise<number> {
  const { library } = subject;
  checkNames(
    run.frameworks,
    FRAMEWORKS.map(({ name }) => name),
    'frameworks',
  );
  checkNames(
    run.facets,
    [...FACETS, TYPES].map(({ name }) => name),
    'facets',
  );
  if (run.reproduce) checkCase(run);
  if (files.size === 0) {
    if (run.format === 'json') say.json(checkReport({ ...(await subject.analysis()), findings }));
    else
      say.line(
        `${showFindings(findings, library)}\n\n${showCounts(library.elements.length, findings)}\nNothing was verified.`,
      );
    return EXIT.problems;
  }
  // Where nothing could be built, the findings say more: an element whose contract is wrong is not known.
  if (run.elements) {
    const { elements } = await subject.known();
    checkNames(
      run.elements,
      elements.map(({ tag }) => tag),
      'elements',
    );
  }
  let progress: Progress | undefined;
  const { report, missing } = await verifyInPages(subject, files, pages, {
    frameworks: run.frameworks ?? library.config.frameworks,
    browsers: run.browsers ?? library.config.browsers,
    elements: run.elements,
    facets: run.facets,
    types: run.types,
    noCache: run.noCache,
    shard: run.shard,
    onBegin: (cells) => (progress = new Progress(cells)),
    onCell({ framework, element, facet }) {
      progress?.cell(framework, element, facet);
      run.onCell?.();
    },
  });
  progress?.end();
  // Browsers end while the report is written.
  const closed = pages.close();
  const status = await showReport(subject, report, run);
  if (run.reproduce) await writeCase(await subject.analysis(), files, report, run, run.reproduce);
  for (const { what, help } of missing) say.error(what, help);
  await closed;
  return status === EXIT.fine && missing.length > 0 ? EXIT.missing : status;
}

/** Puts the reports of the parts of a split run together and shows the whole; gives the exit status. */
export async function mergeVerify(
  subject: Pick<VerifySubject, 'library' | 'analysis'>,
  paths: readonly string[],
  run: VerifyRun,
): Promise<number> {
  const reports = await Promise.all(paths.map(readReport));
  const whole = mergeReports(reports);
  if ('wrong' in whole)
    throw new UsageError(
      whole.wrong,
      'Give the JSON of all parts, as lastwright verify --shard 1/2 --json prints it.',
    );
  return showReport(subject, accept(whole, subject.library.config.accept, today()), run);
}

/** A case is one cell. */
function checkCase({ elements, frameworks, facets }: VerifyRun): void {
  if (elements?.length !== 1 || frameworks?.length !== 1 || facets?.length !== 1)
    throw new UsageError(
      'A case is of one element, one framework and one facet.',
      'Add --element TAG --framework NAME --facet NAME.',
    );
  checkNames(
    facets,
    FACETS.map(({ name }) => name),
    'facets',
  );
}

async function writeCase(
  analysis: Analysis,
  files: BuiltPackage['files'],
  report: VerifyReport,
  { elements, frameworks, facets }: VerifyRun,
  folder: string,
): Promise<void> {
  const [facet] = facets as [string];
  const framework = await findFramework(
    FRAMEWORKS.find(({ name }) => name === frameworks![0])!,
    analysis.library.root,
  );
  const { caseProject } = await import('../verify/reproduction.js');
  const results = report.results.filter((result) => result.facet === facet);
  const project =
    'missing' in framework
      ? undefined
      : await caseProject(analysis, files, { element: elements![0]!, facet, framework, results });
  if (!project)
    throw new UsageError(
      `There is nothing to show of ${facet} in ${frameworks![0]}.`,
      'Choose a facet that the element has, in a framework that is installed.',
    );
  await mkdir(resolve(folder), { recursive: true });
  await writeNew(resolve(folder), project);
  say.note(`The case is in ${shortest(resolve(folder))}; there: npm install, then npm start.`);
}

async function readReport(path: string): Promise<VerifyReport> {
  let text: string;
  try {
    text = await readFile(path, 'utf8');
  } catch {
    throw new UsageError(`There is no file ${path} that can be read.`, 'Name the JSON of each part.');
  }
  try {
    return verifyReportSchema.parse(JSON.parse(text)) as VerifyReport;
  } catch {
    throw new UsageError(`${path} is no report of lastwright verify --json.`, 'Name the JSON of each part.');
  }
}

/** Shows the outcome and writes the HTML report; gives the exit status. */
async function showReport(
  { library, analysis }: Pick<VerifySubject, 'library' | 'analysis'>,
  report: VerifyReport,
  run: VerifyRun,
): Promise<number> {
  // First what was found: a report that cannot be written takes nothing of it away.
  const format = VERIFY_FORMATS.find(({ name }) => name === run.format);
  if (format) say.text(format.write(report, await analysis()));
  else {
    say.line(showOverview(report, run.details));
    for (const line of showAcceptances(report, library)) say.line(line);
    if (run.types === false) say.line('Types were not checked.');
  }
  const reportPath = run.report ? resolve(run.report) : await ownReportPath(library.root);
  await mkdir(dirname(reportPath), { recursive: true });
  await writeWhole(reportPath, await reportHtml(report, library));
  if (!format) {
    say.line(`Report: ${shortest(reportPath)}`);
    say.line(nextStep(report));
  }
  const { fails, care } = report.summary;
  if (run.maxCare !== undefined && care > run.maxCare) {
    say.note(`${care} need care; --max-care allows ${run.maxCare}.`);
    return EXIT.problems;
  }
  return fails > 0 ? EXIT.problems : EXIT.fine;
}

function nextStep({ results, summary }: VerifyReport): string {
  const failing = results.find((result) => standingOf(result) === 'fails');
  if (failing)
    return `Next: fix it, then lastwright verify --element ${failing.element} --framework ${failing.framework}.`;
  return summary.unchecked > 0
    ? 'Next: see what the notes name, or open the report in a browser.'
    : 'Next: open the report in a browser.';
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
