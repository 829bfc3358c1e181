import { parseSync } from 'oxc-parser';
import { frameworkOptions } from '../build/bundle-components.js';
import { componentTools } from '../components/compile-components.js';
import { findFramework, type InstalledFramework } from '../components/find-framework.js';
import { wrappedFramework } from '../components/index.js';
import { componentOf } from '../contract/implementation.js';
import { html } from '../hosts/html.js';
import type { InstalledHost } from '../hosts/find-host.js';
import type { Host } from '../hosts/host.js';
import { vendorFiles } from '../hosts/vendor.js';
import type { LibraryElement } from '../library/library-element.js';

/** A framework that a package leaves to its consumers, with the modules of it that it imports. */
export interface SharedFramework extends InstalledFramework {
  specifiers: { specifier: string; code: string }[];
}

/** The name under which a module is asked for that elements share with the page. */
export function sharedName(specifier: string): string {
  return `shared:${specifier}`;
}

/** The frameworks that elements share with the page that they are in. */
export async function sharedFrameworks(
  root: string,
  elements: readonly Pick<LibraryElement, 'contract'>[],
  files: ReadonlyMap<string, string | Uint8Array>,
): Promise<SharedFramework[]> {
  const names = new Set(
    elements.flatMap(({ contract }) => {
      const component = componentOf(contract);
      return component?.shared ? [component.framework] : [];
    }),
  );
  const found: SharedFramework[] = [];
  for (const name of names) {
    const installed = findFramework(wrappedFramework(name), root);
    if ('missing' in installed) continue;
    const specifiers = [...importedFrom(files)].filter((one) => installed.framework.owns.test(one));
    const all = specifiers.map(async (specifier) => ({
      specifier,
      code: await reexport(specifier, installed),
    }));
    found.push({ ...installed, specifiers: await Promise.all(all) });
  }
  return found;
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
async function reexport(specifier: string, { framework, from }: InstalledFramework): Promise<string> {
  const star = `export * from '${specifier}';`;
  if (!framework.commonJs) return star;
  const all = (await componentTools(from).load(specifier)) as object;
  const names = Object.keys(all).filter((name) => /^[A-Za-z_$][\w$]*$/.test(name) && name !== 'default');
  return `export { ${names.join(', ')} } from '${specifier}';\nexport { default } from '${specifier}';`;
}

function vendorOf({ specifiers }: SharedFramework): Record<string, string> {
  return Object.fromEntries(specifiers.map(({ specifier, code }) => [sharedName(specifier), code]));
}

/** What a host must have beside its own modules, so that elements share its copy of their framework. */
export function sharedWith(
  { host, aliases }: InstalledHost,
  shared: readonly SharedFramework[],
):
  | {
      framework: string;
      modules: Pick<Host, 'vendor' | 'defines'>;
      specifiers: SharedFramework['specifiers'];
    }
  | undefined {
  // A page with another major version has elements bring a copy of their own.
  const own = shared.find(({ framework }) => framework.packages[0]!.name === host.packages[0]?.name);
  if (!own || Object.keys(aliases).length > 0 || host.packages[0]!.alias !== undefined) return undefined;
  const modules = { vendor: vendorOf(own), defines: own.framework.defines };
  return { framework: own.framework.name, modules, specifiers: own.specifiers };
}

/** A copy of a framework for pages that have none of it. */
export async function ownCopy(shared: SharedFramework): ReturnType<typeof vendorFiles> {
  const { framework, from, version } = shared;
  const host: Host = {
    ...html,
    name: `shared-${framework.name}`,
    vendor: vendorOf(shared),
    defines: frameworkOptions([shared]).define ?? {},
  };
  return vendorFiles({ host, version, from, aliases: {} });
}
