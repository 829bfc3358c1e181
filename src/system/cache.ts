import { createHash } from 'node:crypto';
import { homedir } from 'node:os';
import { join } from 'node:path';

/** The tool's own cache on this machine; all in it can be made again. `LASTWRIGHT_CACHE` names another folder. */
export function cacheFolder(): string {
  const { LASTWRIGHT_CACHE: own, XDG_CACHE_HOME: shared } = process.env;
  return own || join(shared || join(homedir(), '.cache'), 'lastwright');
}

/** What the cache keeps about libraries. */
type Remembered = 'checks' | 'builds' | 'classes' | 'components' | 'elements' | 'frameworks';

/** Where the cache keeps something of one kind about a library, by its root. */
export function cachedAbout(kind: Remembered, root: string): string {
  return join(cacheFolder(), kind, contentKey(root));
}

/** A short name for content, the same for the same content. */
export function contentKey(...parts: readonly string[]): string {
  return createHash('sha256').update(parts.join('\0')).digest('hex').slice(0, 20);
}
