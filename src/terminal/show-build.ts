import colors from 'picocolors';
import type { BuildReport } from '../build/report.js';
import type { Library } from '../library/open-library.js';
import { counted } from './output.js';

/** A build for people: what consumers import, with the size of the code behind it, and the rest in numbers. */
export function showBuild({ files, elements, output, frameworks }: BuildReport, library: Library): string {
  const inFolder = (path: string, folder: string): boolean => path.startsWith(`${folder}/`);
  const size = (of: (path: string) => boolean): number =>
    files.reduce((sum, { path, bytes }) => (of(path) ? sum + bytes : sum), 0);
  const sizes = new Map(files.map(({ path, bytes }) => [path, bytes]));
  const rows: [string, number, string][] = elements.map((tag) => [
    `elements/${tag}.js`,
    OWN.reduce((sum, folder) => sum + (sizes.get(`${folder}/${tag}.js`) ?? 0), 0),
    '',
  ]);
  const shared = ['shared', 'traits'].filter((folder) => size((path) => inFolder(path, folder)) > 0);
  rows.push([
    shared.map((folder) => `${folder}/`).join(' and '),
    size((path) => path.endsWith('.js') && shared.some((folder) => inFolder(path, folder))),
    'what they share',
  ]);
  const bundle = files.find(({ path }) => path.endsWith('.bundle.js'));
  if (bundle) rows.push([bundle.path, bundle.bytes, 'all of it in one file, minified']);
  for (const { title, version, choice, bundled, shared } of frameworks) {
    const [own, other] = choice === 'bundled' ? [bundled, shared] : [shared, bundled];
    const otherwise = choice === 'bundled' ? 'without it' : 'with it';
    rows.push([
      `${title} ${version}`,
      own,
      `${choice}, with what mounts it, compressed; ${kilobytes(other).trim()} ${otherwise}`,
    ]);
  }
  const width = Math.max(...rows.map(([path]) => path.length));
  return [
    colors.bold(`${library.name} ${library.version}: ${counted(elements.length, 'element')} in ${output}/`),
    ...rows.map(
      ([path, bytes, what]) =>
        `  ${path.padEnd(width)}  ${colors.dim(`${kilobytes(bytes)}  ${what}`.trimEnd())}`,
    ),
    colors.dim(
      `${counted(files.length, 'file')} in all, with index.js, development builds, types, source maps, custom-elements.json and package.json`,
    ),
    'Next: lastwright verify.',
  ].join('\n');
}

/** Folders in which an element has a module of its own. */
const OWN = ['elements', 'classes', 'behaviors', 'components'];

function kilobytes(bytes: number): string {
  return `${(bytes / 1000).toFixed(1).padStart(6)} kB`;
}
