import { basename, dirname, join } from 'node:path';
import colors from 'picocolors';
import type { Workspace } from '../analysis/workspace.js';
import { say } from './output.js';

/**
 * Opens a library and shows something of it, now and after every change of its files, until it is interrupted. Only what
 * a change touches is done anew. `done` says in one word what is done after every change.
 */
export async function watchLibrary(
  folder: string | undefined,
  done: string,
  show: (workspace: Workspace) => Promise<void>,
): Promise<void> {
  const [{ watch }, { openFrom }] = await Promise.all([import('chokidar'), import('./open-from.js')]);
  const workspace = await openFrom(folder);
  const { root, config } = workspace.library;
  const output = join(root, config.output);
  // A build puts its files beside the output first.
  const besideOutput = join(dirname(output), `.${basename(output)}.`);
  const ignored = (path: string): boolean =>
    /[\\/](node_modules|\.git|\.lastwright)([\\/]|$)/.test(path) ||
    path === output ||
    path.startsWith(besideOutput);
  const watcher = watch(root, { ignored, ignoreInitial: true });
  let timer: NodeJS.Timeout | undefined;
  let running = Promise.resolve();
  const changed = new Set<string>();
  const tell = async (): Promise<void> => {
    if (process.stdout.isTTY) say.text('\x1b[2J\x1b[3J\x1b[H');
    await show(workspace);
    say.note(colors.dim(`Watching; every change is ${done}. Ctrl+C ends it.`));
  };
  /** Tells of what was saved; `again` says that it was looked at before. */
  const look = async (paths: readonly string[], again: boolean): Promise<void> => {
    try {
      const anew = await workspace.update(paths);
      if (!again || anew.length > 0) await tell();
    } catch (error) {
      say.note((error as Error).message);
    }
    // A second save of a file within a few milliseconds is not told by the watcher: what was saved is read once more.
    if (!again) setTimeout(() => void enqueue(() => look(paths, true)), 100).unref();
  };
  // One after the other: two at once would write the same files for the type checker.
  const enqueue = (work: () => Promise<void>): Promise<void> => (running = running.then(work));
  watcher.on('all', (_, path) => {
    changed.add(path);
    clearTimeout(timer);
    timer = setTimeout(() => {
      const paths = [...changed];
      changed.clear();
      void enqueue(() => look(paths, false));
    }, 30);
  });
  await new Promise<void>((resolve) => watcher.once('ready', () => resolve()));
  await enqueue(tell);
  await new Promise<void>((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => resolve());
  });
  clearTimeout(timer);
  await watcher.close();
  // What has begun comes to its end first.
  await running;
}
