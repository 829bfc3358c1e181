import * as Flags from '@oclif/core/flags';
import { BaseCommand, EXIT, libraryFlag } from '../terminal/base-command.js';
import { buildFrom } from '../terminal/build-from.js';
import { runVerify } from '../terminal/run-verify.js';

export default class Verify extends BaseCommand {
  static override summary =
    'Prove in real frameworks and real browsers that the elements keep their contracts.';
  static override description =
    'Builds the library in memory, writes the code that a consumer would write in each framework, runs it in a browser and reports what was seen. Exit status 1 if something fails, 3 if a browser or a framework is missing.';
  static override examples = [
    '<%= config.bin %> verify',
    '<%= config.bin %> verify --host react --element quay-berth',
    '<%= config.bin %> verify --report report.html --json',
  ];
  static override flags = {
    library: libraryFlag,
    host: Flags.string({ multiple: true, description: 'Only this framework; can be given several times.' }),
    element: Flags.string({ multiple: true, description: 'Only this element; can be given several times.' }),
    report: Flags.string({ description: 'Where to write the HTML report.', helpValue: 'FILE' }),
    timeout: Flags.integer({
      description: 'Seconds after which a probe that does not answer is given up.',
      default: 10,
      min: 1,
    }),
  };

  override async run(): Promise<void> {
    const { flags } = await this.parse(Verify);
    const { analysis, built } = await buildFrom(flags.library);
    const status = await runVerify(analysis, built, {
      hosts: flags.host,
      elements: flags.element,
      report: flags.report,
      json: flags.json,
      timeout: flags.timeout * 1000,
    });
    if (status !== EXIT.fine) process.exitCode = status;
  }
}
