import { createRequire } from 'node:module';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { FrameworkTools } from './framework.js';

/** What a framework's compiler gets, with packages from where they are installed. */
export function frameworkTools(folder: string, tags: ReadonlySet<string>): FrameworkTools {
  const { resolve } = createRequire(join(folder, 'package.json'));
  return {
    folder,
    isCustomElement: (tag) => tags.has(tag) || tag.includes('-'),
    resolve: (specifier) => resolve(specifier),
    async load(specifier, usedBy) {
      const from = usedBy === undefined ? resolve : createRequire(resolve(usedBy)).resolve;
      const module = (await import(pathToFileURL(from(specifier)).href)) as { default?: object };
      // What a CommonJS module exports is not always found by its names.
      const whole = typeof module.default === 'object' ? module.default : {};
      return { ...whole, ...module };
    },
  };
}
