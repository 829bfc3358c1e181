import type { CellState } from '../../messages.js';
import type { Wanted } from './wanted.js';

/** A cell of the line-up, as it is shown. */
export interface ShownCell {
  readonly [key: string]: unknown;
  host: string;
  title: string;
  address: string;
  refused: string;
  /** Counts up when it is to be made anew. */
  version: number;
  wanted: Wanted;
  differs: readonly string[];
  /** How its element was last; nothing before it is there. */
  state: CellState | undefined;
  /** Pixels that are other than in the first framework, where pictures are compared. */
  pixels: number;
}

/** A row of the line-up: a sample in all frameworks. */
export interface Row {
  readonly [key: string]: unknown;
  key: string;
  place: number;
  name: string;
  steps: readonly string[];
  cells: readonly ShownCell[];
}
