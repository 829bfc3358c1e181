import { readFile, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { PACKAGE_NAME } from '../library/read-package.js';
import { readApart } from '../components/read/read-apart.js';
import { UsageError } from '../system/usage-error.js';
import { staysInside } from './inside.js';
import { shippedAs } from './shipped-as.js';
import {
  declarationsIn,
  elementsIn,
  fromManifest,
  manifestSchema,
  typesIn,
  type ManifestElement,
} from './manifest.js';
import { entryModules, observedElement } from './observed.js';
import type { ObservedElement } from './observe-definitions.js';
import type { Source } from './source.js';

/** A package of elements that somebody made: its name, version, and where it is. */
export interface ForeignPackage {
  folder: string;
  name: string;
  version: string;
  elements: ManifestElement[];
  /** True if tags, or all that is known, was seen in a browser, because the manifest does not say it. */
  observed: 'nothing' | 'tags' | 'all';
  /** Elements that are not taken, and why. */
  refused: { tag: string; what: string }[];
}

/** The largest manifest that is read, in bytes. */
const LARGEST = 20_000_000;

/**
 * Reads a package's `custom-elements.json`, which its package.json may name. Where there is none, or it names no tags, `observe` may
 * tell what the package's modules define.
 */
export async function readManifest(
  folder: string,
  observe?: (modules: readonly string[]) => Promise<ObservedElement[]>,
): Promise<ForeignPackage> {
  const about = await readJson(join(folder, 'package.json'));
  const {
    name = folder,
    version = '',
    customElements = 'custom-elements.json',
  } = (about ?? {}) as {
    name?: string;
    version?: string;
    customElements?: unknown;
  };
  if (typeof name !== 'string' || (name !== folder && !PACKAGE_NAME.test(name.toLowerCase())))
    throw new UsageError(
      `${JSON.stringify(name)} is no name that a package can have.`,
      'Look into its package.json, and whether you trust it.',
    );
  const said = typeof customElements === 'string' ? customElements : 'custom-elements.json';
  const named = (await staysInside(folder, said)) ? said : 'custom-elements.json';
  const manifest =
    (await readJson(join(folder, named))) ?? (await readJson(join(folder, 'custom-elements.json')));
  if (manifest === undefined && observe) {
    const seen = await observe(await entryModules(folder, about, []));
    if (seen.length > 0) {
      const elements = seen.map((one) => observedElement(one, folder));
      return { folder, name, version: String(version), elements, observed: 'all', refused: [] };
    }
  }
  if (manifest === undefined)
    throw new UsageError(
      `${name} has no custom-elements.json that can be read.`,
      'Ask its authors for one, or adopt its classes one by one.',
    );
  const read = manifestSchema.safeParse(manifest);
  if (!read.success)
    throw new UsageError(
      `The custom-elements.json of ${name} is none: ${read.error.issues[0]?.path.join('.') ?? ''} ${read.error.issues[0]?.message ?? ''}.`,
      'It must have "modules", as schema versions 1 and 2 say.',
    );
  let all = elementsIn(read.data);
  const observed = all.length === 0 && observe !== undefined;
  if (observed) {
    const named = declarationsIn(read.data);
    const paths = read.data.modules.map(({ path }) => path);
    const seen = await observe(await entryModules(folder, about, paths));
    all = seen.map((one) => observedElement(one, folder, named.get(one.className)));
  }
  if (all.length === 0)
    throw new UsageError(
      `The custom-elements.json of ${name} declares no element with a tag.`,
      'Look whether it was made from the modules that register the elements.',
    );
  const elements: ManifestElement[] = [];
  const refused: ForeignPackage['refused'] = [];
  for (const element of all) {
    const outside = await leadingOut(folder, element);
    if (outside === undefined) elements.push(element);
    else
      refused.push({
        tag: element.tag,
        what: `the whole element: its module ${outside} is not in the package`,
      });
  }
  return {
    folder,
    name,
    version: String(version),
    elements,
    observed: observed ? 'tags' : 'nothing',
    refused,
  };
}

/** The module of an element that is not in its package, if there is one. */
async function leadingOut(
  folder: string,
  { module, registers }: ManifestElement,
): Promise<string | undefined> {
  for (const path of [module, ...registers])
    if (!(await staysInside(folder, path)) || !(await staysInside(folder, shippedAs(path)))) return path;
  return undefined;
}

async function readJson(path: string): Promise<unknown> {
  const about = await stat(path).catch(() => undefined);
  if (!about?.isFile()) return undefined;
  if (about.size > LARGEST)
    throw new UsageError(
      `${path} is larger than ${LARGEST / 1e6} MB.`,
      'No manifest that is made of a package is.',
    );
  const text = await readFile(path, 'utf8').catch(() => undefined);
  if (text === undefined) return undefined;
  try {
    return JSON.parse(text) as unknown;
  } catch (error) {
    throw new UsageError(
      `${path} is no JSON: ${(error as Error).message}.`,
      'Fix it, or reinstall the package.',
    );
  }
}

/** What a package's manifest says of its elements; `wraps` says how a contract would name one. */
export async function manifestSources(
  { folder, elements }: ForeignPackage,
  wraps: (element: ManifestElement) => Record<string, string>,
): Promise<Source[]> {
  const texts = [...new Set(elements.flatMap(typesIn))];
  const output = await readApart({ root: folder, components: [], types: texts });
  if ('unread' in output)
    throw new UsageError(`The types of its manifest cannot be read: ${output.unread}`, 'Try it again.');
  const { types, definitions } = output.types;
  const known = new Map(texts.map((text, place) => [text, types[place]!]));
  return elements.map((element) => fromManifest(element, wraps(element), known, definitions));
}
