import * as Flags from '@oclif/core/flags';
import { FORMATS } from '../findings/formats/index.js';
import { BaseCommand, libraryFlag } from '../terminal/base-command.js';
import { runCheck, watchCheck, type CheckRun } from '../terminal/run-check.js';

export default class Check extends BaseCommand {
  static override summary = 'Check contracts, views, styles and behaviors, and that they agree.';
  static override description =
    'Reads every element of the library and reports all problems at once, each at its line. Exit status 1 if there are errors, or more warnings than allowed.';
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
      description: 'How to write the findings.',
      options: ['pretty', ...FORMATS.map(({ name }) => name)],
      default: 'pretty',
    }),
    quiet: Flags.boolean({ description: 'Only errors.' }),
    'max-warnings': Flags.integer({
      description: 'More warnings than this are a failure.',
      min: 0,
      helpValue: 'N',
    }),
    fix: Flags.boolean({ description: 'Make the mends that are certain, and show them.' }),
    types: Flags.boolean({
      description: 'Let TypeScript check views and behaviors too.',
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
