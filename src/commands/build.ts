import { join } from 'node:path';
import { buildLibrary } from '../build/build-library.js';
import { startBundler } from '../build/bundle.js';
import { buildReport } from '../build/report.js';
import { writeOutput } from '../build/write-output.js';
import { BaseCommand, EXIT, libraryFlag } from '../terminal/base-command.js';
import { analyzeFrom } from '../terminal/analyze-from.js';
import { say } from '../terminal/output.js';
import { showBuild } from '../terminal/show-build.js';
import {
  joinPrograms,
  traitTypeFiles,
  typeFiles,
  writeProgram,
  writeTypeFiles,
} from '../types/type-files.js';
import { showCounts, showFindings } from '../terminal/show-findings.js';

export default class Build extends BaseCommand {
  static override summary = 'Build the package: modules, one bundle, types, and what editors read.';
  static override description =
    'Writes the output folder whole or not at all: a build that fails leaves the last one untouched.';
  static override examples = ['<%= config.bin %> build', '<%= config.bin %> build --json'];
  static override flags = { library: libraryFlag };

  override async run(): Promise<void> {
    const { flags } = await this.parse(Build);
    void startBundler();
    const analysis = await analyzeFrom(flags.library);
    const { library, elements } = analysis;
    const { output } = library.config;
    const { files, findings } = await buildLibrary(analysis);
    if (files.size > 0) await writeOutput(join(library.root, output), files);
    else process.exitCode = EXIT.problems;
    const contracts = new Map(elements.map(({ contract }) => [contract.tag, contract]));
    const types = [typeFiles({ ...analysis, contracts }), traitTypeFiles(analysis.traits)];
    for (const one of types) writeTypeFiles(library.root, one.files);
    writeProgram(library.root, joinPrograms(types.map(({ program }) => program)));
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
