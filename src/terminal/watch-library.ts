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
  const [{ watchFiles }, { openFrom }] = await Promise.all([
    import('../analysis/watch-files.js'),
    import('./open-from.js'),
  ]);
  const workspace = await openFrom(folder);
  const tell = async (): Promise<void> => {
    if (process.stdout.isTTY) say.text('\x1b[2J\x1b[3J\x1b[H');
    await show(workspace);
    say.note(colors.dim(`Watching; every change is ${done}. Ctrl+C ends it.`));
  };
  let begin = (): void => {};
  const shown = new Promise<void>((resolve) => (begin = resolve));
  const watching = await watchFiles(workspace.library, async (paths, again) => {
    await shown;
    try {
      const anew = await workspace.update(paths);
      if (!again || anew.length > 0) await tell();
    } catch (error) {
      say.note((error as Error).message);
    }
  });
  await tell();
  begin();
  await untilInterrupted();
  await watching.end();
}

/** Resolves when somebody asks the command to end. */
export function untilInterrupted(): Promise<void> {
  return new Promise((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => resolve());
  });
}
