import { Command } from '@oclif/core/command';
import * as Flags from '@oclif/core/flags';
import { asRefusal } from '../system/refusal.js';
import { say } from './output.js';
import { endAtSignals } from './signals.js';

/** Exit statuses; the same for every command. */
export const EXIT = { fine: 0, problems: 1, usage: 2, missing: 3 } as const;

/** What all commands have in common: their flags, how they end, what a person sees of an error. */
export abstract class BaseCommand extends Command {
  static override baseFlags = {
    json: Flags.boolean({ description: 'Print only one JSON value.' }),
  };

  protected override async init(): Promise<void> {
    await super.init();
    endAtSignals();
  }

  /** A user's mistake is told in two lines; only a fault of the tool itself shows where it happened. */
  protected override async catch(
    error: Error & { exitCode?: number; oclif?: { exit?: number } },
  ): Promise<void> {
    const refused = asRefusal(error);
    if (refused) {
      say.error(refused.message, refused.help);
      process.exitCode = EXIT.usage;
      return;
    }
    if (isUnknownOption(error)) {
      const { suggestion } = await import('../findings/nearest.js');
      const known = Object.keys({ ...this.ctor.flags, ...this.ctor.baseFlags }).map((name) => `--${name}`);
      for (const option of error.flags)
        say.error(`Unknown option ${option}.`, suggestion(option, known, 'options'));
      process.exitCode = EXIT.usage;
      return;
    }
    if (error.oclif?.exit !== undefined) throw error;
    say.error(
      `Lastwright itself failed: ${error.message}`,
      'This is a fault of the tool. Please report it with the files that brought it about.',
    );
    if (process.env.LASTWRIGHT_DEBUG) say.note(error.stack ?? '');
    process.exitCode = EXIT.usage;
  }
}

/** True for what the parser says of options that a command does not have. */
function isUnknownOption(error: object): error is { flags: string[] } {
  return 'flags' in error && Array.isArray(error.flags) && error.constructor.name === 'NonExistentFlagsError';
}

/** The flag that names another library than the one of the current folder. */
export const libraryFlag = Flags.string({
  char: 'l',
  description: 'Folder in the library; by default the current folder.',
  helpValue: 'DIR',
});
