import * as Flags from '@oclif/core/flags';
import { FORMATS } from '../findings/formats/index.js';
import { BaseCommand, libraryFlag } from '../terminal/base-command.js';
import { runCheck, watchCheck, type CheckRun } from '../terminal/run-check.js';

export default class Check extends BaseCommand {
  static override summary = 'Check contracts, views, styles and behaviors against each other.';
  static override description =
    'Reads every element of the library and reports all problems at once, each with its line and a fix. The exit status is 1 if there are errors, or more warnings than --max-warnings allows.';
  static override examples = [
    '<%= config.bin %> check',
    '<%= config.bin %> check --library design/elements --json',
    '<%= config.bin %> check --format sarif > check.sarif',
    '<%= config.bin %> check --fix',
    '<%= config.bin %> check --watch',
  ];
  static override flags = {
    library: libraryFlag,
    format: Flags.string({
      description: 'Format of the findings.',
      options: ['pretty', ...FORMATS.map(({ name }) => name)],
      default: 'pretty',
    }),
    quiet: Flags.boolean({ description: 'Report errors only.' }),
    'max-warnings': Flags.integer({
      description: 'Fail if there are more warnings than this.',
      min: 0,
      helpValue: 'N',
    }),
    fix: Flags.boolean({ description: 'Apply safe fixes, and show them.' }),
    types: Flags.boolean({
      description: 'Check the types of views and behaviors with TypeScript.',
      default: true,
      allowNo: true,
    }),
    watch: Flags.boolean({ description: 'Check again after every change.', exclusive: ['fix'] }),
  };

  override async run(): Promise<void> {
    const { flags } = await this.parse(Check);
    const run: CheckRun = {
      library: flags.library,
      format: flags.json ? 'json' : flags.format,
      quiet: flags.quiet,
      maxWarnings: flags['max-warnings'],
      fix: flags.fix,
      types: flags.types,
      toolVersion: this.config.version,
    };
    if (flags.watch) await watchCheck(run);
    else process.exitCode = await runCheck(run);
  }
}
