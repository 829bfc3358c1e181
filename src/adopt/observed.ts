import { existsSync } from 'node:fs';
import { join, relative } from 'node:path';
import { camelCase } from '../contract/names.js';
import { slashed } from '../library/open-library.js';
import { staysInside } from './inside.js';
import type { Declaration, ManifestElement } from './manifest.js';
import type { ObservedElement } from './observe-definitions.js';
import { shippedAs } from './shipped-as.js';

/** So many modules of a package are loaded. */
const MOST = 200;

/** Files of a package that may define its elements: those that a manifest names, as far as they are shipped; else what is imported. */
export async function entryModules(
  folder: string,
  about: unknown,
  named: readonly string[],
): Promise<string[]> {
  const shipped = await filesOf(
    folder,
    named.flatMap((path) => [path, shippedAs(path)]),
  );
  if (shipped.length > 0) return shipped;
  const { exports, module, main } = (about ?? {}) as Record<string, unknown>;
  const paths = [...pathsIn(exports), module, main, 'index.js'].filter((path) => typeof path === 'string');
  return filesOf(folder, paths);
}

async function filesOf(folder: string, paths: readonly string[]): Promise<string[]> {
  const found = new Set<string>();
  for (const path of paths) {
    const file = join(folder, path);
    if (/\.[mc]?js$/.test(path) && (await staysInside(folder, path)) && existsSync(file)) found.add(file);
  }
  return [...found].slice(0, MOST);
}

/** Every script that an `exports` of a package leads to, under the conditions that a bundler for pages sets. */
function pathsIn(exports: unknown): string[] {
  if (typeof exports === 'string') return exports.includes('*') ? [] : [exports];
  if (typeof exports !== 'object' || exports === null) return [];
  const entries = Object.entries(exports as Record<string, unknown>);
  const conditions = entries.filter(([key]) => ['browser', 'import', 'module', 'default'].includes(key));
  const isConditional = entries.some(([key]) => !key.startsWith('.'));
  if (isConditional) return pathsIn(conditions[0]?.[1]);
  return entries.flatMap(([, value]) => pathsIn(value));
}

/** An element that was seen, with what a manifest says of its class; without that, what was seen of it is all. */
export function observedElement(
  { tag, className, module, attributes, properties }: ObservedElement,
  folder: string,
  declared?: Declaration,
): ManifestElement {
  const isKnown = new Set(properties.map(({ name }) => name));
  const attributeOf = new Map(attributes.map((name) => [camelCase(name), name]));
  const seen: Declaration = {
    name: className,
    members: properties.map(({ name, type, at }) => ({
      kind: 'field',
      name,
      type: { text: type },
      default: at === undefined || at === null ? undefined : JSON.stringify(at),
      attribute: attributeOf.get(name),
    })),
    attributes: attributes
      .filter((name) => isKnown.has(camelCase(name)))
      .map((name) => ({ name, fieldName: camelCase(name) })),
  };
  return {
    tag,
    module: slashed(relative(folder, module)),
    registers: [],
    className: undefined,
    declaration: { ...(declared ?? seen), tagName: tag },
  };
}
