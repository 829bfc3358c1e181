import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { packageExports } from '../build/package-manifest.js';
import type { Analysis } from '../library/library-element.js';
import { toolFile } from '../system/tool-files.js';
import { ACCESS_ENGINE } from './facets/accessibility.js';
import { WAYS } from './relations/ways-module.js';
import type { ServedLibrary } from './framework-run.js';
import type { PageServer } from './page-server.js';
import { sharedFrameworks } from './shared-frameworks.js';
import { sharedNames } from './shared-names.js';

/** Puts a built package, and what probes need, where pages can load them. */
export async function serveLibrary(
  server: PageServer,
  { library, elements }: Analysis,
  files: ReadonlyMap<string, string | Uint8Array>,
): Promise<ServedLibrary> {
  for (const [path, content] of files) server.put(`/package/${path}`, content);
  server.put('/probes.js', await readFile(toolFile('probes.js')));
  server.put(WAYS, await readFile(toolFile('ways.js')));
  server.put(ACCESS_ENGINE, await readFile(createRequire(import.meta.url).resolve('axe-core/axe.min.js')));
  const contracts = elements.map(({ contract }) => contract);
  const modules = Object.entries(packageExports(library, contracts)).filter(([, file]) =>
    file.endsWith('.js'),
  );
  const byName = modules.map(([path, file]) => [library.name + path.slice(1), file.slice(2)] as const);
  return {
    name: library.name,
    modules: new Map(byName),
    imports: Object.fromEntries(byName.map(([name, path]) => [name, server.address(`/package/${path}`)])),
    tags: new Set(contracts.map(({ tag }) => tag)),
    shared: await sharedFrameworks(library.root, sharedNames(elements), files),
  };
}
