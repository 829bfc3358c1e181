import { existsSync, readFileSync } from 'node:fs';
import { dirname, join, resolve, sep } from 'node:path';

/** Files and folders beside modules that say how what these import is found: of a project, and of package managers. */
const SAYING = [
  'package.json',
  'tsconfig.json',
  'jsconfig.json',
  'node_modules',
  join('node_modules', '.package-lock.json'),
  join('node_modules', '.modules.yaml'),
  join('node_modules', '.yarn-state.yml'),
];

/**
 * What decides, beside the text of modules, which modules these import: the folders they lie in, and configurations in
 * these and above. Absolute paths, also of what is not there but would count.
 */
export function surroundings(modules: readonly string[], root: string): string[] {
  const own = modules.filter((path) => !path.includes(`${sep}node_modules${sep}`));
  const folders = new Set([root, ...own.map((path) => dirname(path))]);
  const around = new Set(folders);
  for (const folder of around) around.add(dirname(folder));
  const saying = [...around].flatMap((folder) => SAYING.map((name) => join(folder, name)));
  const configs = saying.filter((path) => path.endsWith('config.json') && existsSync(path));
  return [...folders, ...saying, ...extended(configs)];
}

/** Configurations of TypeScript that others extend by their paths. */
function extended(configs: readonly string[]): string[] {
  const found = new Set(configs);
  for (const config of found) {
    // Comments are allowed there. One that names a file makes it one of those that are watched, which does no harm.
    const text = existsSync(config) ? readFileSync(config, 'utf8') : '';
    for (const [, list] of text.matchAll(/"extends"\s*:\s*("[^"]*"|\[[^\]]*\])/g))
      for (const [, path] of list!.matchAll(/"(\.[^"]*)"/g)) {
        const target = resolve(dirname(config), path!);
        found.add(target.endsWith('.json') ? target : `${target}.json`);
      }
  }
  return [...found];
}
