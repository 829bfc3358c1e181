import * as Flags from '@oclif/core/flags';
import { join } from 'node:path';
import type { BuiltPackage } from '../build/build-library.js';
import { buildReport } from '../build/report.js';
import { writeOutput } from '../build/write-output.js';
import { componentOf } from '../contract/implementation.js';
import type { Analysis } from '../library/library-element.js';
import { BaseCommand, EXIT, libraryFlag } from '../terminal/base-command.js';
import { buildFrom } from '../terminal/build-from.js';
import { say } from '../terminal/output.js';
import { showBuild } from '../terminal/show-build.js';
import { showCounts, showFindings } from '../terminal/show-findings.js';
import { watchLibrary } from '../terminal/watch-library.js';

export default class Build extends BaseCommand {
  static override summary = 'Build the package: modules, a bundle, types and editor data.';
  static override description =
    'Writes the whole output folder or nothing: a failed build leaves the previous output untouched.';
  static override examples = [
    '<%= config.bin %> build',
    '<%= config.bin %> build --json',
    '<%= config.bin %> build --watch',
  ];
  static override flags = {
    library: libraryFlag,
    watch: Flags.boolean({ description: 'Rebuild after every change.' }),
    'no-cache': Flags.boolean({
      description: 'Ignore cached results and build everything from scratch.',
      exclusive: ['watch'],
    }),
  };

  override async run(): Promise<void> {
    const { flags } = await this.parse(Build);
    if (flags.watch) {
      const [{ PackageBuilder }, { buildChecked }] = await Promise.all([
        import('../build/build-library.js'),
        import('../terminal/build-checked.js'),
      ]);
      const builder = new PackageBuilder();
      await watchLibrary(flags.library, 'built', async (workspace) => {
        const built = await buildChecked(workspace, builder);
        await writeAndShow(workspace.analysis(), built, flags.json);
      });
      await builder.close();
      return;
    }
    const { analysis, built, remember } = await buildFrom(flags.library, flags['no-cache']);
    await writeAndShow(await analysis(), built, flags.json);
    await remember();
    if (built.files.size === 0) process.exitCode = EXIT.problems;
  }
}

/** Writes a package, if there is one, and shows what was made or what stands in the way. */
async function writeAndShow(
  { library, elements }: Analysis,
  { files, findings }: BuiltPackage,
  asJson: boolean | undefined,
): Promise<void> {
  const { output } = library.config;
  if (files.size > 0) await writeOutput(join(library.root, output), files);
  const tags = elements.map(({ contract }) => contract.tag);
  const wraps = files.size > 0 && elements.some(({ contract }) => componentOf(contract));
  const frameworks = wraps
    ? await (await import('../build/framework-sizes.js')).frameworkSizes(library.root, elements)
    : [];
  const report = buildReport(output, files, tags, findings, frameworks);
  if (asJson) {
    say.json(report);
    return;
  }
  if (findings.length > 0) say.line(`${showFindings(findings, library)}\n`);
  if (files.size > 0) say.line(showBuild(report, library));
  else
    say.line(`${showCounts(library.elements.length, findings)}\nNothing was built; ${output} is as it was.`);
}
