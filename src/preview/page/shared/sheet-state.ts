import type { CellState, PageMessage, RecordedStep, TreeNode } from '../../messages.js';
import type {
  CellAnswer,
  CodeAnswer,
  LiveElement,
  LiveFramework,
  LiveOverview,
  LiveSize,
} from '../../shapes.js';
import type { LogEntry } from './log.js';
import { readAddress, type Settings } from './view.js';

/** A library of which nothing is known yet. */
export const NO_LIBRARY: LiveOverview = {
  name: '',
  version: '',
  frameworks: [],
  known: [],
  elements: [],
  findings: [],
};

/** An element of which nothing is known yet. */
export const NO_ELEMENT: LiveElement = {
  tag: '',
  summary: '',
  description: '',
  folder: '',
  file: '',
  encapsulation: 'open',
  properties: [],
  slots: [],
  events: [],
  methods: [],
  parts: [],
  cssProperties: [],
  states: [],
  samples: [],
  frameworks: [],
  findings: [],
  broken: false,
  verdicts: { fits: 0, care: 0, fails: 0, unchecked: 0, seen: '', outdated: false },
};

/** What belongs to one element, and is gone when another one is looked at. */
export const sheetState = () => ({
  element: NO_ELEMENT,
  missing: false,
  chosen: 0,
  /** Values that were turned, by the place of the sample. */
  turned: {} as Readonly<Record<number, Readonly<Record<string, unknown>>>>,
  /** Values that are written into the examples, since nothing was bound there before they were turned. */
  bound: {} as Readonly<Record<number, Readonly<Record<string, unknown>>>>,
  /** Content that was written, by the place of the sample. */
  written: {} as Readonly<Record<number, Readonly<Record<string, string>>>>,
  css: {} as Readonly<Record<string, string>>,
  /** Styles that were saved since the cells were made, by tag. */
  styles: {} as Readonly<Record<string, string>>,
  cells: {} as Readonly<Record<number, readonly CellAnswer[]>>,
  /** How often the cells were made anew. */
  version: 0,
  /** The same for rows other than the chosen one, which wait until that one is there. */
  laterVersion: 0,
  /** Counts up when what cells are told of the element is other: spare ones are of no use then. */
  edition: 0,
  /** Frameworks whose cell of the chosen row is there since. */
  arrived: [] as readonly string[],
  /** How the element was last, by cell. */
  states: {} as Readonly<Record<string, CellState>>,
  /** Pixels that are other than in the first framework, by cell. */
  pixels: {} as Readonly<Record<string, number>>,
  log: [] as readonly LogEntry[],
  heard: {} as Readonly<Record<string, string>>,
  gave: {} as Readonly<Record<string, string>>,
  trees: {} as { light?: TreeNode; shadow?: TreeNode | undefined; flat?: TreeNode },
  treeFramework: '',
  code: [] as readonly CodeAnswer[],
  size: { minified: 0, brotli: 0 } as LiveSize,
  requests: 0,
  requestsFramework: '',
  order: {} as { number?: number; message?: PageMessage },
  large: '',
  recording: false,
  /** What a recorded sample begins with. */
  recordedFrom: undefined as
    { properties: Record<string, unknown>; slots: Record<string, string> } | undefined,
  recordedFramework: '',
  steps: [] as readonly RecordedStep[],
  sampleName: '',
});

/** Everything that the page remembers. */
export const pageState = () => ({
  ...sheetState(),
  library: NO_LIBRARY,
  tag: '',
  settings: readAddress({ pathname: '/', search: '' }).settings as Settings,
  search: '',
  status: '',
  /** Why the library cannot be read, while it cannot. */
  unreadable: '',
  /** Addresses of the overview's pictures, by tag, and how often each was made anew. */
  pictures: {} as Readonly<Record<string, string>>,
  versions: {} as Readonly<Record<string, number>>,
  /** True while a cell does not answer. */
  hung: false,
  /** How often cells had to be made in another process. */
  generation: 0,
});

export type PageState = ReturnType<typeof pageState>;

/** The frameworks that have cells: those that are installed. */
export function presentFrameworks({ element }: Pick<PageState, 'element'>): LiveFramework[] {
  return element.frameworks.filter(({ missing }) => missing === undefined);
}

/** How a cell is called. */
export function cellKey(sample: number, framework: string): string {
  return `${sample} ${framework}`;
}
