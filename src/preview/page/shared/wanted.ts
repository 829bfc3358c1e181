import type { CellView } from '../../shapes.js';

/** What a cell is to be like; the page says it once, and each frame is told what differs from what it is. */
export interface Wanted {
  readonly [key: string]: unknown;
  /** Values that were turned, by property. */
  values?: Readonly<Record<string, unknown>>;
  /** Custom properties, by name; an empty text takes one away. */
  css?: Readonly<Record<string, string>>;
  /** Styles that were saved since the cell was made, by tag. */
  styles?: Readonly<Record<string, string>>;
  view?: CellView;
  trees?: boolean;
  recording?: boolean;
}
