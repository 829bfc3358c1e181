import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { readApart } from '../components/read/read-apart.js';
import { UsageError } from '../system/usage-error.js';
import { elementsIn, fromManifest, manifestSchema, typesIn, type ManifestElement } from './manifest.js';
import type { Source } from './source.js';

/** A package of elements that somebody made: its name, version, and where it is. */
export interface ForeignPackage {
  folder: string;
  name: string;
  version: string;
  elements: ManifestElement[];
}

/** Reads a package's `custom-elements.json`, which its package.json may name. */
export async function readManifest(folder: string): Promise<ForeignPackage> {
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
  const named = typeof customElements === 'string' ? customElements : 'custom-elements.json';
  const manifest =
    (await readJson(join(folder, named))) ?? (await readJson(join(folder, 'custom-elements.json')));
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
  const elements = elementsIn(read.data);
  if (elements.length === 0)
    throw new UsageError(
      `The custom-elements.json of ${name} declares no element with a tag.`,
      'Look whether it was made from the modules that register the elements.',
    );
  return { folder, name, version, elements };
}

async function readJson(path: string): Promise<unknown> {
  const text = await readFile(path, 'utf8').catch(() => undefined);
  if (text === undefined) return undefined;
  try {
    return JSON.parse(text) as unknown;
  } catch (error) {
    throw new UsageError(
      `${path} is no JSON: ${(error as Error).message}.`,
      'Mend it, or install the package anew.',
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
