import colors from 'picocolors';
import type { BuildReport } from '../build/report.js';
import type { Library } from '../library/open-library.js';
import { counted } from './output.js';

/** A build for people: the files that consumers import with their sizes, the rest in numbers. */
export function showBuild({ files, elements, output }: BuildReport, library: Library): string {
  const shown = files.filter(({ path }) => path.endsWith('.js') && !path.startsWith('shared/'));
  const width = Math.max(...shown.map(({ path }) => path.length));
  const rest = files.length - shown.length;
  return [
    colors.bold(`${library.name} ${library.version}: ${counted(elements.length, 'element')} in ${output}/`),
    ...shown.map(({ path, bytes }) => `  ${path.padEnd(width)}  ${colors.dim(kilobytes(bytes))}`),
    colors.dim(
      `  and ${counted(rest, 'file')} more: shared code, types, source maps, custom-elements.json, package.json`,
    ),
    'Next: lastwright verify.',
  ].join('\n');
}

function kilobytes(bytes: number): string {
  return `${(bytes / 1000).toFixed(1).padStart(6)} kB`;
}
