import { join } from 'node:path';
import type { IsMade } from '../system/traces.js';
import type { Library } from './open-library.js';
import { OWN_FOLDER } from './own-folder.js';

/** What builds and other commands make in the library themselves. */
export function madeIn({ root, config }: Pick<Library, 'root' | 'config'>): IsMade {
  const made = [join(root, config.output), join(root, OWN_FOLDER)];
  return (path) => made.some((folder) => path === folder || path.startsWith(join(folder, '/')));
}
