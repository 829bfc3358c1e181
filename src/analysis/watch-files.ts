import { basename, dirname, join } from 'node:path';
import type { Library } from '../library/open-library.js';

/** Watching that has begun. */
export interface Watching {
  /** Ends it, when what has begun has come to its end. */
  end(): Promise<void>;
}

/**
 * Tells which files of a library were saved, made or removed: all of a few milliseconds at once, and one call after the other.
 * `again` says that these were told of before: a second save of a file within a few milliseconds is not noticed, so everything
 * is told of twice.
 */
export async function watchFiles(
  { root, config }: Library,
  changed: (paths: readonly string[], again: boolean) => Promise<void>,
): Promise<Watching> {
  const { watch } = await import('chokidar');
  const output = join(root, config.output);
  // A build puts its files beside the output first.
  const besideOutput = join(dirname(output), `.${basename(output)}.`);
  const ignored = (path: string): boolean =>
    /[\\/](node_modules|\.git|\.lastwright)([\\/]|$)/.test(path) ||
    path === output ||
    path.startsWith(besideOutput);
  const watcher = watch(root, { ignored, ignoreInitial: true });
  const waiting = new Set<string>();
  let timer: NodeJS.Timeout | undefined;
  let running = Promise.resolve();
  let ended = false;
  // One after the other: two at once would write the same files for the type checker.
  const tell = (paths: readonly string[], again: boolean): void => {
    running = running.then(() => (ended ? undefined : changed(paths, again)));
  };
  watcher.on('all', (_, path) => {
    waiting.add(path);
    // From the first one on, so that saves without end are told of too.
    timer ??= setTimeout(() => {
      timer = undefined;
      const paths = [...waiting];
      waiting.clear();
      tell(paths, false);
      setTimeout(() => tell(paths, true), 100).unref();
    }, SOON);
  });
  await new Promise<void>((resolve) => watcher.once('ready', () => resolve()));
  return {
    async end() {
      ended = true;
      clearTimeout(timer);
      await watcher.close();
      await running;
    },
  };
}

/** So many milliseconds after the first change the others of one save have come, too. */
const SOON = 5;
