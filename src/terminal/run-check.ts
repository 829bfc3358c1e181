import { join } from 'node:path';
import colors from 'picocolors';
import { fixFindings, type FixedFile } from '../check/fix.js';
import { FORMATS } from '../findings/formats/index.js';
import { recallFindings, rememberFindings, wasChecked } from '../analysis/remembered.js';
import { checkReport } from '../findings/check-report.js';
import type { Finding } from '../findings/finding.js';
import { findLibraryRoot, openLibrary, type Library } from '../library/open-library.js';
import { MANY, SecondThread } from '../analysis/second-thread.js';
import { writeWhole } from '../system/write-whole.js';
import { EXIT } from './base-command.js';
import { counted, say } from './output.js';
import { showCounts, showFindings } from './show-findings.js';
import { watchLibrary } from './watch-library.js';

export interface CheckRun {
  library: string | undefined;
  format: string;
  quiet: boolean;
  maxWarnings: number | undefined;
  fix: boolean;
  types: boolean;
  /** A new version of the tool may find other things in the same files. */
  toolVersion: string;
}

/** Checks once and shows what was found; gives the exit status. */
export async function runCheck(run: CheckRun): Promise<number> {
  let checked = await checkAll(run);
  const pretty = run.format === 'pretty';
  if (run.fix) {
    const fixed = fixFindings(checked.findings, checked.library);
    for (const file of fixed) await writeWhole(join(checked.library.root, file.file), file.after);
    if (pretty) say.line(showFixes(fixed));
    if (fixed.length > 0) checked = await checkAll(run);
  }
  return showChecked(checked, run);
}

/** Shows what was found, in the wanted format; gives the exit status. */
function showChecked({ library, unchecked, findings: all }: Checked, run: CheckRun): number {
  const findings = run.quiet ? all.filter(({ severity }) => severity === 'error') : all;
  if (unchecked !== undefined) say.note(`Types were not checked: ${unchecked}`);
  if (run.format === 'pretty') showPretty(findings, library, run);
  else
    say.text(
      FORMATS.find(({ name }) => name === run.format)!.write(checkReport({ findings, library, unchecked })),
    );
  if (failed(all, run)) return EXIT.problems;
  // Nobody knows whether they are right.
  return unchecked === undefined ? EXIT.fine : EXIT.missing;
}

/** What a check found, in the library that it looked at. */
interface Checked {
  library: Library;
  findings: Finding[];
  unchecked: string | undefined;
}

/** Checks, or recalls what the last check found if nothing has changed since. */
async function checkAll(run: CheckRun): Promise<Checked> {
  const root = await findLibraryRoot(run.library ?? process.cwd());
  // Where nothing may have changed, a thread would be started for nothing.
  const second = !run.types && wasChecked(root) ? undefined : SecondThread.startFor(root);
  const library = await openLibrary(root);
  const known = run.types ? undefined : await recallFindings(library, run.toolVersion);
  if (known) {
    await second?.end();
    return { library, findings: known, unchecked: undefined };
  }
  // Parsers and rules are only loaded where something is to be checked.
  const { Workspace } = await import('../analysis/workspace.js');
  const checked = await new Workspace(library).check(run.types, second);
  if (library.elements.length < MANY) await second?.end();
  if (!run.types) await rememberFindings(library, run.toolVersion, checked.findings);
  return { library, ...checked };
}

function failed(findings: readonly Finding[], { maxWarnings = Infinity }: CheckRun): boolean {
  const count = (severity: string): number =>
    findings.filter((finding) => finding.severity === severity).length;
  return count('error') > 0 || count('warning') > maxWarnings;
}

function showPretty(findings: readonly Finding[], library: Library, run: CheckRun): void {
  if (findings.length > 0) say.line(`${showFindings(findings, library)}\n`);
  say.line(showCounts(library.elements.length, findings));
  const certain = findings.filter(({ fix }) => fix !== undefined).length;
  const [first] = findings;
  if (certain > 0 && !run.fix)
    say.line(`Next: lastwright check --fix makes ${counted(certain, 'mend')} for you.`);
  else if (first) say.line(`Next: lastwright explain ${first.code}`);
  else say.line('Next: lastwright build, or lastwright verify.');
}

function showFixes(fixed: readonly FixedFile[]): string {
  if (fixed.length === 0) return 'No finding has a safe fix.\n';
  return fixed
    .map(({ file, before, after, findings }) => {
      const lines = changedLines(before, after);
      return `${colors.bold(`Mended ${file}`)} ${colors.dim(findings.map(({ code }) => code).join(', '))}\n${lines.join('\n')}\n`;
    })
    .join('\n');
}

/** The lines between what two texts have in common at their start and at their end. */
function changedLines(before: string, after: string): string[] {
  const [a, b] = [before.split('\n'), after.split('\n')];
  let start = 0;
  while (start < a.length && start < b.length && a[start] === b[start]) start++;
  let end = 0;
  while (end < a.length - start && end < b.length - start && a.at(-1 - end) === b.at(-1 - end)) end++;
  return [
    ...a.slice(start, a.length - end).map((line) => colors.red(`  - ${line}`)),
    ...b.slice(start, b.length - end).map((line) => colors.green(`  + ${line}`)),
  ];
}

/** Checks now and after every change of a file of the library, until it is interrupted. */
export async function watchCheck(run: CheckRun): Promise<void> {
  await watchLibrary(run.library, 'checked', async (workspace) => {
    const checked = await workspace.check(run.types);
    showChecked({ library: workspace.library, ...checked }, run);
  });
}
