import type { CellView } from './shapes.js';

/** A node of a tree as a cell tells it. */
export type TreeNode = {
  /** Where it is: places of children from the element on; `s` goes into a shadow root. */
  path: string;
  /** `<button>`, a text, a shadow root. */
  kind: 'element' | 'text' | 'shadow' | 'comment';
  name: string;
  attributes: [name: string, value: string][];
  text: string;
  /** The slot that it is assigned to, if it is. */
  slot: string;
  children: TreeNode[];
};

/** How an element looks from outside: what is compared between frameworks. */
export type CellState = {
  /** What a person can read, with white space made one. */
  text: string;
  attributes: Record<string, string>;
  properties: Record<string, unknown>;
};

/** A step as a samples file has it. */
export type RecordedStep = Record<string, unknown>;

/** What a cell tells the page. */
export type CellMessage =
  /** A spare cell has all but the library's modules, and waits until it is told to begin. */
  | { cell: 'waiting' }
  | { cell: 'ready'; state: CellState; requests: number; took: number }
  | { cell: 'state'; state: CellState }
  | { cell: 'height'; height: number }
  | { cell: 'heard'; event: string; detail: unknown; canceled: boolean; byFramework: boolean }
  | { cell: 'property'; name: string; value: unknown }
  | { cell: 'attribute'; name: string; value: string | null }
  | { cell: 'slot'; name: string; nodes: number }
  | { cell: 'called'; method: string; with: unknown[]; gave: unknown; error: string }
  | { cell: 'callback'; name: string; given: unknown[] }
  | { cell: 'told'; level: 'error' | 'warning' | 'note'; text: string; at: CellPlace | undefined }
  | { cell: 'trees'; light: TreeNode; shadow: TreeNode | undefined; flat: TreeNode }
  | { cell: 'step'; step: RecordedStep }
  | { cell: 'alive'; number: number };

/** A place in a module, as a browser tells it. */
export type CellPlace = {
  address: string;
  line: number;
  column: number;
};

/** What the page tells a cell. */
export type PageMessage =
  /** A spare cell is to become the one that is seen. */
  | { page: 'begin' }
  /** `again`: these were told before, to a cell that this one takes the place of. */
  | { page: 'set'; values: Record<string, unknown>; again: boolean }
  | { page: 'call'; method: string; with: unknown[] }
  | { page: 'point'; part?: string; path?: string }
  | { page: 'css'; name: string; value: string }
  | { page: 'style'; tag: string; css: string }
  | { page: 'view'; view: CellView }
  | { page: 'trees'; wanted: boolean }
  | { page: 'record'; wanted: boolean }
  /** For a picture: nothing moves any more. */
  | { page: 'still' }
  | { page: 'alive'; number: number };
