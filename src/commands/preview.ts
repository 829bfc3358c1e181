import * as Flags from '@oclif/core/flags';
import { BaseCommand, EXIT, libraryFlag } from '../terminal/base-command.js';
import { runPreview, runStill } from '../terminal/run-preview.js';

export default class Preview extends BaseCommand {
  static override summary = 'Show the elements in all frameworks side by side while you write them.';
  static override description =
    'Serves a page on the loopback address that updates after every save: each sample in each framework, controls for the values, the events, the DOM and accessibility trees, and the usage code. With --still, writes screenshots instead.';
  static override examples = [
    '<%= config.bin %> preview',
    '<%= config.bin %> preview --element quay-berth --framework html --framework vue --open',
    '<%= config.bin %> preview --still pictures --framework html',
  ];
  static override flags = {
    library: libraryFlag,
    element: Flags.string({ description: 'Open this element first; with --still, only this element.' }),
    framework: Flags.string({
      multiple: true,
      description: 'Show only this framework. Repeatable.',
    }),
    port: Flags.integer({
      description: 'Port of the page; if it is taken, the next free port.',
      default: 4810,
      min: 0,
      max: 65535,
    }),
    open: Flags.boolean({ description: 'Open the page in the default browser.' }),
    still: Flags.string({
      description: 'Write a screenshot of each sample in each framework to a folder, and exit.',
      helpValue: 'DIR',
      exclusive: ['port', 'open'],
    }),
  };

  override async run(): Promise<void> {
    const { flags } = await this.parse(Preview);
    const { library, element, framework: frameworks, json = false } = flags;
    const status =
      flags.still === undefined
        ? await runPreview(library, { element, frameworks, json, port: flags.port, open: flags.open })
        : await runStill(library, { element, frameworks, json, folder: flags.still });
    if (status !== EXIT.fine) process.exitCode = status;
  }
}
