import type { Hook } from '@oclif/core/hooks';
import { suggestion } from '../findings/nearest.js';
import { EXIT } from '../terminal/base-command.js';
import { say } from '../terminal/output.js';

/** Names the nearest command for one that does not exist, or all of them. */
const hook: Hook.CommandNotFound = async function ({ id, config }) {
  say.error(`Unknown command "${id}".`, suggestion(id, [...config.commandIDs].sort(), 'commands'));
  this.exit(EXIT.usage);
};

export default hook;
