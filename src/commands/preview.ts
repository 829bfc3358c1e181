import * as Flags from '@oclif/core/flags';
import { BaseCommand, EXIT, libraryFlag } from '../terminal/base-command.js';
import { runPreview, runStill } from '../terminal/run-preview.js';

export default class Preview extends BaseCommand {
  static override summary = 'Look at the elements while you write them, in the frameworks side by side.';
  static override description =
    'Serves a page on the loopback address that follows every save: each sample in each framework, the contract with values to turn, what happened, the trees, and the code that a consumer writes. With --still it writes pictures instead.';
  static override examples = [
    '<%= config.bin %> preview',
    '<%= config.bin %> preview --element quay-berth --framework html --framework vue --open',
    '<%= config.bin %> preview --still pictures --framework html',
  ];
  static override flags = {
    library: libraryFlag,
    element: Flags.string({ description: 'Begin with this element; for pictures, only this one.' }),
    framework: Flags.string({
      multiple: true,
      description: 'Only this framework; can be given several times.',
    }),
    port: Flags.integer({
      description: 'Where the page is; the next port that is free, if this one is taken.',
      default: 4810,
      min: 0,
      max: 65535,
    }),
    open: Flags.boolean({ description: 'Open it in the browser of this machine.' }),
    still: Flags.string({
      description: 'Write a picture of each sample in each framework into a folder, and end.',
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
