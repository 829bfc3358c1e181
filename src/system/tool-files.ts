import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The folder of the installed tool, that of its package.json. */
export const TOOL_ROOT = findToolRoot();

function findToolRoot(): string {
  let folder = dirname(fileURLToPath(import.meta.url));
  while (!existsSync(join(folder, 'package.json'))) folder = dirname(folder);
  return folder;
}

/** The library that has the control: a sound element that is tried in each framework. */
export const CONTROL_LIBRARY = join(TOOL_ROOT, 'dist', 'control');

/** What the tool's own build made for use in browsers: the runtime's modules, and all of it in one, what warns during development, the code that runs probes, what makes ways for relations, what renders on servers, the script of reports, that of cells, and the live page. */
export function toolFile(
  name:
    | 'runtime'
    | 'runtime.js'
    | 'runtime/inspect.js'
    | 'probes.js'
    | 'ways.js'
    | 'server.js'
    | 'report.js'
    | 'cell.js'
    | 'page',
): string {
  return join(TOOL_ROOT, 'dist', 'browser', name);
}
