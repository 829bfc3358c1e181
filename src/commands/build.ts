import { join } from 'node:path';
import { buildReport } from '../build/report.js';
import { writeOutput } from '../build/write-output.js';
import { BaseCommand, EXIT, libraryFlag } from '../terminal/base-command.js';
import { buildFrom } from '../terminal/build-from.js';
import { say } from '../terminal/output.js';
import { showBuild } from '../terminal/show-build.js';
import { showCounts, showFindings } from '../terminal/show-findings.js';

export default class Build extends BaseCommand {
  static override summary = 'Build the package: modules, one bundle, types, and what editors read.';
  static override description =
    'Writes the output folder whole or not at all: a build that fails leaves the last one untouched.';
  static override examples = ['<%= config.bin %> build', '<%= config.bin %> build --json'];
  static override flags = { library: libraryFlag };

  override async run(): Promise<void> {
    const { flags } = await this.parse(Build);
    const { analysis, built } = await buildFrom(flags.library);
    const { library, elements } = analysis;
    const { files, findings } = built;
    const { output } = library.config;
    if (files.size > 0) await writeOutput(join(library.root, output), files);
    else process.exitCode = EXIT.problems;
    const tags = elements.map(({ contract }) => contract.tag);
    const report = buildReport(output, files, tags, findings);
    if (flags.json) {
      say.json(report);
      return;
    }
    if (findings.length > 0) say.line(`${showFindings(findings, library)}\n`);
    if (files.size > 0) say.line(showBuild(report, library));
    else
      say.line(
        `${showCounts(library.elements.length, findings)}\nNothing was built; ${output} is as it was.`,
      );
  }
}
