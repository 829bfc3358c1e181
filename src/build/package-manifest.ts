import type { InstalledComponentFramework } from '../components/find-framework.js';
import type { Contract } from '../contract/model.js';
import { takesOverOf } from '../emit/browser/element.js';
import { componentOf, isEmitted } from '../contract/implementation.js';
import { DEVELOPMENT } from './development.js';
import type { Framework } from '../frameworks/framework.js';
import { FRAMEWORKS } from '../frameworks/index.js';
import type { Library } from '../library/open-library.js';

/** Marks a folder as one that a build wrote, and so may replace. */
export const OUTPUT_MARK = 'lastwright';

/** The folder of what is there for one framework each. */
export const FRAMEWORK_ENTRIES = 'frameworks';

/** The frameworks that the library promises and whose templates know types. */
export function declaringFrameworks({ config }: Library): Framework[] {
  return FRAMEWORKS.filter(({ name, declarations }) => declarations && config.frameworks.includes(name));
}

/** Name of the single-file bundle. */
export function bundleName(library: Library): string {
  return `${library.name.replace(/^@[^/]*\//, '')}.bundle.js`;
}

/** The subpaths that consumers import, each with the file it leads to. */
export function packageExports(library: Library, contracts: readonly Contract[]): Record<string, string> {
  const paths: Record<string, string> = { '.': './index.js' };
  for (const { tag } of contracts) {
    paths[`./${tag}`] = `./${elementModule(tag)}`;
    paths[`./${tag}/class`] = `./classes/${tag}.js`;
  }
  for (const { name, declaredCode } of declaringFrameworks(library))
    paths[`./${name}`] = `./${FRAMEWORK_ENTRIES}/${declaredCode ? name : 'none'}.js`;
  if (contracts.some(takesOverOf)) paths['./server'] = './server/index.js';
  paths['./classes'] = './classes/index.js';
  paths['./bundle'] = `./${bundleName(library)}`;
  paths['./custom-elements.json'] = './custom-elements.json';
  paths['./package.json'] = './package.json';
  return paths;
}

/** The file that registers an element, in the package. */
export function elementModule(tag: string): string {
  return `elements/${tag}.js`;
}

/** What consumers import to register an element. */
export function registeringModule(libraryName: string, tag: string): string {
  return `${libraryName}/${tag}`;
}

/** The module behind a subpath that warns during development; wrapped classes have none. */
function developmentFile(path: string, contracts: readonly Contract[]): string | undefined {
  if (path === '.') return `./${DEVELOPMENT}/index.js`;
  const [, tag, kind] = /^\.\/([^/]+)(\/class)?$/.exec(path) ?? [];
  const contract = contracts.find((other) => other.tag === tag);
  if (!contract || !isEmitted(contract)) return undefined;
  return `./${DEVELOPMENT}/${tag}${kind ? '.class' : ''}.js`;
}

/**
 * Packages that consumers have: those that an entry for a framework imports, and those that components share with them. Only what
 * every element needs must be there.
 */
function peers(
  library: Library,
  contracts: readonly Contract[],
  shared: readonly InstalledComponentFramework[],
): object {
  const used = declaringFrameworks(library).filter(({ declaredCode }) => declaredCode);
  const packages = used.flatMap((framework) => framework.packages.slice(0, 1));
  const always = shared.flatMap(sharedPeers);
  const entries = packages.filter(({ name }) => !always.some(([other]) => other === name));
  const needing = (framework: string): boolean =>
    contracts.every((contract) => {
      const component = componentOf(contract);
      return component?.shared === true && component.framework === framework;
    });
  const optional = [
    ...entries.map(({ name }) => name),
    ...shared
      .filter(({ framework }) => !needing(framework.name))
      .flatMap(sharedPeers)
      .map(([name]) => name),
  ];
  if (packages.length + always.length === 0) return {};
  return {
    peerDependencies: Object.fromEntries([
      ...entries.map(({ name, major }) => [name, `>=${major}`]),
      ...always,
    ]),
    ...(optional.length > 0
      ? { peerDependenciesMeta: Object.fromEntries(optional.map((name) => [name, { optional: true }])) }
      : {}),
  };
}

/** The packages of a framework that a component shares with its consumers, and the versions of them that will do. */
export function sharedPeers({
  framework,
  version,
}: InstalledComponentFramework): [name: string, range: string][] {
  const [major] = version.split('.');
  const range = framework.compiled ? `^${version}` : `>=${major}`;
  return framework.packages.filter(({ name }) => framework.owns.test(name)).map(({ name }) => [name, range]);
}

/** The package.json of a built library. */
export function packageManifest(
  library: Library,
  contracts: readonly Contract[],
  shared: readonly InstalledComponentFramework[] = [],
): string {
  const exports = Object.fromEntries(
    Object.entries(packageExports(library, contracts)).map(([path, file]) => {
      const typed = file.endsWith('.js');
      const development = developmentFile(path, contracts);
      const types = file.endsWith('/none.js')
        ? `./${FRAMEWORK_ENTRIES}${path.slice(1)}.d.ts`
        : file.replace(/\.js$/, '.d.ts');
      return [path, typed ? { types, ...(development ? { development } : {}), default: file } : file];
    }),
  );
  const manifest = {
    name: library.name,
    version: library.version,
    ...library.about,
    type: 'module',
    main: './index.js',
    types: './index.d.ts',
    customElements: './custom-elements.json',
    sideEffects: ['./index.js', './elements/*.js', `./${DEVELOPMENT}/*.js`, `./${bundleName(library)}`],
    exports,
    ...peers(library, contracts, shared),
    [OUTPUT_MARK]: { output: 1 },
  };
  return `${JSON.stringify(manifest, null, 2)}\n`;
}
