import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { ElementFolder, Library } from '../library/open-library.js';
import { Memory } from '../verify/memory.js';
import type { LiveVerdicts } from './shapes.js';

/** Counts the verdicts that are remembered of an element, in the frameworks and browsers that the library promises. */
export async function verdictsOf(
  { root, config }: Library,
  tag: string,
  folder: ElementFolder,
): Promise<LiveVerdicts> {
  const memory = new Memory(root);
  const places = config.browsers.flatMap((browser) =>
    config.frameworks.map((framework) => [browser, framework, tag]),
  );
  const known = (await Promise.all(places.map((place) => memory.last(place)))).flatMap((last) => last ?? []);
  const sum = (kind: 'fits' | 'care' | 'fails' | 'unchecked'): number =>
    known.reduce((total, last) => total + last[kind], 0);
  const seen = known.map((last) => last.seen).sort()[0] ?? '';
  return {
    fits: sum('fits'),
    care: sum('care'),
    fails: sum('fails'),
    unchecked: sum('unchecked'),
    seen,
    outdated: seen !== '' && (await savedAt(root, folder)) > Date.parse(seen),
  };
}

/** When the files of an element were saved last, in milliseconds. */
async function savedAt(root: string, folder: ElementFolder): Promise<number> {
  const files = [folder.contract, folder.view, folder.style, folder.behavior, folder.samples, folder.wrapped];
  const times = await Promise.all(
    files.map((one) =>
      one
        ? stat(join(root, one.file)).then(
            ({ mtimeMs }) => mtimeMs,
            () => 0,
          )
        : 0,
    ),
  );
  return Math.max(...times);
}
