import type { CellView } from '../../shapes.js';

/** How the line-up is shown: all of it is kept in the page's address. */
export interface Settings {
  readonly [key: string]: unknown;
  /** Frameworks, by name; those that the library promises where none are chosen. */
  frameworks: readonly string[];
  /** Width of each frame in pixels; 0 takes what there is. */
  width: number;
  view: CellView;
  /** Whether pictures are compared. */
  pictures: boolean;
}

const PLAIN: CellView = { direction: 'ltr', scheme: 'auto', motion: 'auto', zoom: 1 };

/** What an address says: which element, and how it is shown. */
export function readAddress({ pathname, search }: { pathname: string; search: string }): {
  tag: string;
  settings: Settings;
} {
  const tag = /^\/element\/([^/]+)$/.exec(pathname)?.[1] ?? '';
  const query = new URLSearchParams(search);
  const one = <Value extends string>(name: string, known: readonly Value[], otherwise: Value): Value =>
    known.find((value) => value === query.get(name)) ?? otherwise;
  const number = (name: string, otherwise: number, least: number, most: number): number => {
    const value = Number(query.get(name) ?? otherwise);
    return value >= least && value <= most ? value : otherwise;
  };
  return {
    tag: decodeURIComponent(tag),
    settings: {
      frameworks: (query.get('frameworks') ?? '').split(',').filter((name) => /^[\w-]+$/.test(name)),
      width: number('width', 0, 0, 4000),
      pictures: query.get('pictures') === 'compared',
      view: {
        direction: one('direction', ['ltr', 'rtl'], 'ltr'),
        scheme: one('scheme', ['auto', 'light', 'dark'], 'auto'),
        motion: one('motion', ['auto', 'reduced'], 'auto'),
        zoom: number('zoom', 1, 0.25, 4),
      },
    },
  };
}

/** The address of an element, or of the overview, shown in a way. */
export function writeAddress(tag: string, { frameworks, width, view, pictures }: Settings): string {
  const query = new URLSearchParams();
  if (frameworks.length > 0) query.set('frameworks', frameworks.join(','));
  if (width > 0) query.set('width', String(width));
  for (const name of ['direction', 'scheme', 'motion', 'zoom'] as const)
    if (view[name] !== PLAIN[name]) query.set(name, String(view[name]));
  if (pictures) query.set('pictures', 'compared');
  const path = tag === '' ? '/' : `/element/${encodeURIComponent(tag)}`;
  // A list of names reads better with its commas.
  const text = query.toString().replaceAll('%2C', ',');
  return text === '' ? path : `${path}?${text}`;
}
