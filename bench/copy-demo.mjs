import { cpSync, symlinkSync } from 'node:fs';
import { join } from 'node:path';

/** Copies the demo library as its authors have it: with the packages that its components need, without anything built. */
export function copyDemo(folder) {
  cpSync('examples/quayside', folder, {
    recursive: true,
    filter: (path) => !/[/\\](dist|\.lastwright)$/.test(path),
  });
  symlinkSync(join(process.cwd(), 'node_modules'), join(folder, 'node_modules'));
}
