import { parseSync } from 'oxc-parser';
import { frameworkOptions } from '../build/bundle-components.js';
import { componentTools } from '../components/compile-components.js';
import type { InstalledComponentFramework } from '../components/find-framework.js';
import type { ComponentFramework } from '../contract/component-frameworks.js';
import { html } from '../frameworks/html.js';
import type { InstalledFramework } from '../frameworks/find-framework.js';
import type { Framework } from '../frameworks/framework.js';
import { vendorFiles } from '../frameworks/vendor.js';
import { installedFrameworks } from './shared-names.js';

/** A framework that a package leaves to its consumers, with the modules of it that it imports. */
export interface SharedFramework extends InstalledComponentFramework {
  specifiers: { specifier: string; code: string }[];
}

/** The name under which a module is asked for that elements share with the page. */
export function sharedName(specifier: string): string {
  return `shared:${specifier}`;
}

/** The installed ones with what a built package imports of them. */
export async function sharedFrameworks(
  root: string,
  names: readonly ComponentFramework[],
  files: ReadonlyMap<string, string | Uint8Array>,
): Promise<SharedFramework[]> {
  const installed = installedFrameworks(root, names);
  if (installed.length === 0) return [];
  const imported = [...importedFrom(files)];
  return Promise.all(
    installed.map(async (one) => {
      const own = imported.filter((specifier) => one.framework.owns.test(specifier));
      const all = own.map(async (specifier) => ({ specifier, code: await reexport(specifier, one) }));
      return { ...one, specifiers: await Promise.all(all) };
    }),
  );
}

/** What the modules of a package import from other packages. */
function importedFrom(files: ReadonlyMap<string, string | Uint8Array>): Set<string> {
  const found = new Set<string>();
  for (const [path, content] of files) {
    if (!/^(?:components|shared)\/.*\.js$/.test(path)) continue;
    const text = typeof content === 'string' ? content : new TextDecoder().decode(content);
    const { module } = parseSync(path, text, { lang: 'js', sourceType: 'module' });
    for (const { moduleRequest } of module.staticImports)
      if (!moduleRequest.value.startsWith('.')) found.add(moduleRequest.value);
  }
  return found;
}

/** A module that gives on all that another one exports. */
async function reexport(
  specifier: string,
  { framework, from }: InstalledComponentFramework,
): Promise<string> {
  const star = `export * from '${specifier}';`;
  if (!framework.commonJs) return star;
  const all = (await componentTools(from).load(specifier)) as object;
  const names = Object.keys(all).filter((name) => /^[A-Za-z_$][\w$]*$/.test(name) && name !== 'default');
  return `export { ${names.join(', ')} } from '${specifier}';\nexport { default } from '${specifier}';`;
}

function vendorOf({ specifiers }: SharedFramework): Record<string, string> {
  return Object.fromEntries(specifiers.map(({ specifier, code }) => [sharedName(specifier), code]));
}

/** What a framework must have beside its own modules, so that elements share its copy of their framework. */
export function sharedWith(
  { framework, aliases }: InstalledFramework,
  shared: readonly SharedFramework[],
):
  | {
      framework: string;
      modules: Pick<Framework, 'vendor' | 'defines'>;
      specifiers: SharedFramework['specifiers'];
    }
  | undefined {
  // A page with another major version has elements bring a copy of their own.
  const own = shared.find((one) => one.framework.packages[0]!.name === framework.packages[0]?.name);
  if (!own || Object.keys(aliases).length > 0 || framework.packages[0]!.alias !== undefined) return undefined;
  const modules = { vendor: vendorOf(own), defines: own.framework.defines };
  return { framework: own.framework.name, modules, specifiers: own.specifiers };
}

/** A copy of a framework for pages that have none of it. */
export async function ownCopy(shared: SharedFramework): ReturnType<typeof vendorFiles> {
  const { from, version } = shared;
  const framework: Framework = {
    ...html,
    name: `shared-${shared.framework.name}`,
    vendor: vendorOf(shared),
    defines: frameworkOptions([shared]).define ?? {},
  };
  return vendorFiles({ framework, version, from, aliases: {} });
}
