import { relative, resolve } from 'node:path';
import colors from 'picocolors';
import type { Workspace } from '../analysis/workspace.js';
import { FRAMEWORKS } from '../frameworks/index.js';
import { LiveLibrary } from '../preview/live-library.js';
import { LiveServer } from '../preview/live-server.js';
import { EXIT } from './base-command.js';
import { checkNames } from './check-names.js';
import { openFrom } from './open-from.js';
import { counted, say } from './output.js';
import { untilInterrupted } from './watch-library.js';

interface Shown {
  element: string | undefined;
  frameworks: string[] | undefined;
  json: boolean;
}

/** Serves the live page until it is interrupted; gives the exit status. */
export async function runPreview(
  folder: string | undefined,
  { element, frameworks, json, port, open }: Shown & { port: number; open: boolean },
): Promise<number> {
  const workspace = await openFrom(folder);
  check(workspace, { element, frameworks });
  const live = await LiveLibrary.open(workspace);
  const server = new LiveServer(live);
  const interrupted = untilInterrupted();
  const { page } = await server.start(port);
  const path = element === undefined ? '/' : `/element/${encodeURIComponent(element)}`;
  const address = `${page}${path}${frameworks ? `?frameworks=${frameworks.join(',')}` : ''}`;
  const { library } = workspace;
  if (json) say.json({ address, library: library.name, elements: live.tags });
  else {
    say.line(`${colors.bold(library.name)}: ${counted(live.tags.length, 'element')}, live at`);
    say.line(`  ${colors.cyan(address)}`);
    say.line('Next: open it in a browser and save a file; Ctrl+C ends it.');
  }
  await live.watch();
  if (open) await openBrowser(address);
  await interrupted;
  await Promise.all([live.end(), server.stop()]);
  return EXIT.fine;
}

/** A browser that cannot be opened is no reason to end: the address is there to be clicked. */
async function openBrowser(address: string): Promise<void> {
  const { default: open } = await import('open');
  await open(address).then(
    (child) => child.on('error', () => say.note('No browser could be opened; open the address yourself.')),
    () => say.note('No browser could be opened; open the address yourself.'),
  );
}

/** Writes pictures of the samples; gives the exit status. */
export async function runStill(
  folder: string | undefined,
  { element, frameworks, json, folder: target }: Shown & { folder: string },
): Promise<number> {
  const workspace = await openFrom(folder);
  check(workspace, { element, frameworks });
  const { stillPictures } = await import('../preview/still.js');
  const live = await LiveLibrary.open(workspace);
  const { written, problems, missing } = await stillPictures(live, resolve(target), { element, frameworks });
  await live.end();
  if (json) say.json({ folder: target, pictures: written, problems });
  else {
    for (const { file, width, height } of written)
      say.line(`  ${file}  ${colors.dim(`${width} × ${height}`)}`);
    for (const { what, why } of problems) say.line(`  ${colors.red(what)}  ${why}`);
    say.line(`${counted(written.length, 'picture')} in ${relative(process.cwd(), resolve(target)) || '.'}/`);
  }
  for (const { what, help } of missing) say.error(what, help);
  if (problems.length > 0) return EXIT.problems;
  return missing.length > 0 ? EXIT.missing : EXIT.fine;
}

function check(workspace: Workspace, { element, frameworks }: Pick<Shown, 'element' | 'frameworks'>): void {
  checkNames(
    frameworks,
    FRAMEWORKS.map(({ name }) => name),
    'frameworks',
  );
  if (element === undefined) return;
  const tags = workspace.analysis().elements.map(({ contract }) => contract.tag);
  checkNames([element], tags, 'elements');
}
