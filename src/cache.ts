import { homedir } from 'node:os';
import { join } from 'node:path';

/** The tool's own cache on this machine; all in it can be made again. `LASTWRIGHT_CACHE` names another folder. */
export function cacheFolder(): string {
  const { LASTWRIGHT_CACHE: own, XDG_CACHE_HOME: shared } = process.env;
  return own || join(shared || join(homedir(), '.cache'), 'lastwright');
}
