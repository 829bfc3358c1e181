import type { LiveFramework } from '../../shapes.js';
import { differences } from './compare.js';
import type { CellState } from '../../messages.js';
import type { Row, ShownCell } from './rows.js';
import type { Wanted } from './wanted.js';
import { cellKey, presentFrameworks, type PageState } from './sheet-state.js';
import { brief } from './words.js';

/** The line-up as the page's state has it. */
export function rowsOf(state: PageState): readonly Row[] {
  const { element, tag, chosen, settings, version, laterVersion, css, styles } = state;
  const frameworks = presentFrameworks(state);
  return element.samples.map(({ name, steps }, place) => {
    const first = frameworks[0] && state.states[cellKey(place, frameworks[0].name)];
    const values = state.turned[place] ?? NONE;
    return {
      key: `${tag} ${place}`,
      place,
      name,
      steps,
      cells: frameworks.map((framework): ShownCell => {
        const { name: frameworkName } = framework;
        const key = cellKey(place, frameworkName);
        const cell = state.cells[place]?.find((one) => one.framework === frameworkName);
        const own = state.states[key];
        const pixels = state.pixels[key] ?? 0;
        return {
          framework: frameworkName,
          title: titleOf(framework),
          address: cell?.address ?? '',
          refused: cell?.refused ?? '',
          version: place === chosen ? version : laterVersion,
          differs: differs(own, first, pixels),
          wanted: same(`${place} ${frameworkName}`, {
            values,
            css,
            styles,
            view: settings.view,
            trees: place === chosen && frameworkName === treeFrameworkOf(state),
            recording: place === chosen && state.recording,
          }),
        };
      }),
    };
  });
}

const NONE = {};
const NOTHING: readonly string[] = [];

/** What cells were wanted to be like last, by cell. */
const wantedLast = new Map<string, Wanted>();

/** The same object as before where nothing in it is another one, so that a cell that nothing concerns is not looked at. */
function same(cell: string, wanted: Wanted): Wanted {
  const last = wantedLast.get(cell);
  if (last && Object.keys(wanted).every((name) => wanted[name] === last[name])) return last;
  wantedLast.set(cell, wanted);
  return wanted;
}

function differs(
  own: CellState | undefined,
  first: CellState | undefined,
  pixels: number,
): readonly string[] {
  const found = differences(own, first);
  if (pixels > 0) found.push(`picture: ${pixels} pixels are other`);
  return found.length === 0 ? NOTHING : found;
}

export function titleOf({ title, version }: LiveFramework): string {
  return version === '' || title.includes(version.split('.')[0]!)
    ? title
    : `${title} ${version.split('.')[0]}`;
}

/** The framework whose trees are told. */
export function treeFrameworkOf(state: PageState): string {
  const present = presentFrameworks(state);
  return (present.find(({ name }) => name === state.treeFramework) ?? present[0])?.name ?? '';
}

/**
 * What properties of the chosen sample are in the cells where it is not what was given, with the attributes that follow them:
 * an element changes its own when somebody uses it.
 */
export function liveWords(state: PageState): Readonly<Record<string, string>> {
  const { element, chosen, turned } = state;
  const given = { ...element.samples[chosen]?.values, ...turned[chosen] };
  const frameworks = presentFrameworks(state);
  const told = element.properties.map(({ name, attribute, reflect }) => {
    const titles = new Map<string, string[]>();
    for (const framework of frameworks) {
      const cell = state.states[cellKey(chosen, framework.name)];
      const value = cell?.properties[name];
      if (!cell || JSON.stringify(value) === JSON.stringify(given[name] ?? value)) continue;
      const own = cell.attributes[attribute];
      const shown = own === undefined ? 'no attribute' : own === '' ? attribute : `${attribute}="${own}"`;
      const words = `${brief(value) || 'nothing'}${reflect ? ` (${shown})` : ''}`;
      titles.set(words, [...(titles.get(words) ?? []), titleOf(framework)]);
    }
    const words = [...titles].map(
      ([value, where]) => `${value} in ${where.length === frameworks.length ? 'all' : where.join(', ')}`,
    );
    return [name, words.length === 0 ? '' : `now ${words.join('; ')}`] as const;
  });
  return Object.fromEntries(told.filter(([, words]) => words !== ''));
}
