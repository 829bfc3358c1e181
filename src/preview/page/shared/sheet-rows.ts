import type { LiveHost } from '../../shapes.js';
import { differences } from './compare.js';
import type { Row, ShownCell } from './rows.js';
import { cellKey, type PageState } from './sheet-state.js';

/** The line-up as the page's state has it. */
export function rowsOf(state: PageState): readonly Row[] {
  const { element, tag, chosen, settings, version, css, styles } = state;
  const hosts = element.hosts.filter(({ missing }) => missing === undefined);
  return element.samples.map(({ name, steps }, place) => {
    const first = hosts[0] && state.states[cellKey(place, hosts[0].name)];
    const values = state.turned[place] ?? {};
    return {
      key: `${tag} ${place}`,
      place,
      name,
      steps,
      cells: hosts.map((host): ShownCell => {
        const { name: hostName } = host;
        const key = cellKey(place, hostName);
        const cell = state.cells[place]?.find((one) => one.host === hostName);
        const own = state.states[key];
        const pixels = state.pixels[key] ?? 0;
        return {
          host: hostName,
          title: titleOf(host),
          address: cell?.address ?? '',
          refused: cell?.refused ?? '',
          version,
          state: own,
          pixels,
          differs: [
            ...differences(own, first),
            ...(pixels > 0 ? [`picture: ${pixels} pixels are other`] : []),
          ],
          wanted: {
            values,
            css,
            styles,
            view: settings.view,
            trees: place === chosen && hostName === treeHostOf(state),
            recording: place === chosen && state.recording,
          },
        };
      }),
    };
  });
}

export function titleOf({ title, version }: LiveHost): string {
  return version === '' || title.includes(version.split('.')[0]!)
    ? title
    : `${title} ${version.split('.')[0]}`;
}

/** The framework whose trees are told. */
export function treeHostOf({ treeHost, element }: PageState): string {
  const present = element.hosts.filter(({ missing }) => missing === undefined);
  return (present.find(({ name }) => name === treeHost) ?? present[0])?.name ?? '';
}
