import { checkReport } from '../check/report.js';
import { hasErrors } from '../finding.js';
import { analyzeFrom, BaseCommand, EXIT, libraryFlag } from '../terminal/base-command.js';
import { say } from '../terminal/output.js';
import { showCounts, showFindings } from '../terminal/show-findings.js';

export default class Check extends BaseCommand {
  static override summary = 'Check contracts, views and behaviors, and that they agree.';
  static override description =
    'Reads every element of the library and reports all problems at once, each at its line. Exit status 1 if there are errors.';
  static override examples = [
    '<%= config.bin %> check',
    '<%= config.bin %> check --library design/elements --json',
  ];
  static override flags = { library: libraryFlag };

  override async run(): Promise<void> {
    const { flags } = await this.parse(Check);
    const analysis = await analyzeFrom(flags.library);
    const { findings, library } = analysis;
    const failed = hasErrors(findings);
    if (flags.json) say.json(checkReport(analysis));
    else {
      if (findings.length > 0) say.line(`${showFindings(findings, library)}\n`);
      say.line(showCounts(library.elements.length, findings));
      say.line(
        failed ? 'Next: mend the errors, then check again.' : 'Next: lastwright build, or lastwright verify.',
      );
    }
    if (failed) process.exitCode = EXIT.problems;
  }
}
