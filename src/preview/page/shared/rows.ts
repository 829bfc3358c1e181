import type { Wanted } from './wanted.js';

/** A cell of the line-up, as it is shown. */
export interface ShownCell {
  readonly [key: string]: unknown;
  framework: string;
  title: string;
  address: string;
  refused: string;
  /** Counts up when it is to be made anew. */
  version: number;
  wanted: Wanted;
  differs: readonly string[];
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
