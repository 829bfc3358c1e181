import * as Args from '@oclif/core/args';
import { CODES, findCode } from '../findings/codes/index.js';
import { UsageError } from '../system/usage-error.js';
import { suggestion } from '../findings/nearest.js';
import { BaseCommand } from '../terminal/base-command.js';
import { say } from '../terminal/output.js';
import { showCode, showCodes } from '../terminal/show-code.js';

export default class Explain extends BaseCommand {
  static override summary = 'Explain a finding: the reason, an example, and the fixed example.';
  static override description = 'Without a code, lists all codes.';
  static override examples = ['<%= config.bin %> explain slot/unknown', '<%= config.bin %> explain'];
  static override args = {
    code: Args.string({ description: 'Code of a finding, such as slot/unknown.' }),
  };

  override async run(): Promise<void> {
    const { args, flags } = await this.parse(Explain);
    if (args.code === undefined) {
      if (flags.json) say.json(CODES.map(({ code, severity, title }) => ({ code, severity, title })));
      else say.line(showCodes(CODES));
      return;
    }
    const code = findCode(args.code);
    if (!code) {
      const names = CODES.map((other) => other.code);
      throw new UsageError(`Unknown code "${args.code}".`, suggestion(args.code, names, 'codes'));
    }
    if (flags.json) say.json(code);
    else say.line(showCode(code));
  }
}
