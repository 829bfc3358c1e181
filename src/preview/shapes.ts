// What the server and the page of the preview tell each other. Nothing is imported here: the page is a library of its own, and
// its behaviors take these types from here. They are aliases, which unlike interfaces fit where any object does.

/** A piece of code, with what kind of thing it is: `keyword`, `string`, `tag`, …; empty for what is nothing special. */
export type Token = {
  text: string;
  kind: string;
};

/** A framework as the page names it. */
export type LiveFramework = {
  name: string;
  title: string;
  version: string;
  /** Why it shows nothing, and what helps. */
  missing?: string;
  install?: string;
};

/** How a property's value is turned: which control its line has. */
export type ControlKind = 'text' | 'number' | 'switch' | 'choice' | 'date' | 'json' | 'none';

/** A property as its line shows it. */
export type LiveProperty = {
  name: string;
  type: string;
  description: string;
  required: boolean;
  otherwise: string;
  attribute: string;
  reflect: boolean;
  control: ControlKind;
  choices: (string | number)[];
  minimum?: number | undefined;
  maximum?: number | undefined;
  step?: number | undefined;
  schema: Record<string, unknown>;
};

/** A finding, with the text of its line. */
export type LiveFinding = {
  code: string;
  severity: string;
  message: string;
  help: string;
  file: string;
  line: number;
  column: number;
  excerpt: string;
};

/** A member that is only named and described. */
export type LiveMember = {
  name: string;
  description: string;
};

export type LiveParameter = {
  name: string;
  schema: Record<string, unknown>;
  optional: boolean;
  example: unknown;
};

/** A sample as the page begins with it. */
export type LiveSample = {
  name: string;
  values: Record<string, unknown>;
  slots: Record<string, string>;
  steps: string[];
};

/** What `verify` saw of an element when it looked last. */
export type LiveVerdicts = {
  fits: number;
  care: number;
  fails: number;
  unchecked: number;
  /** When the oldest of it was seen, as an ISO date; empty if nobody looked yet. */
  seen: string;
  /** True if a file of the element was saved after that. */
  outdated: boolean;
};

/** Everything that the sheet says of one element. */
export type LiveElement = {
  tag: string;
  summary: string;
  description: string;
  folder: string;
  file: string;
  encapsulation: 'open' | 'closed' | 'none';
  properties: LiveProperty[];
  /** `each` is the array property whose items have one of it each, `key` the member that tells them apart. */
  slots: (LiveMember & { accepts: string; each: string; key: string })[];
  events: (LiveMember & { detail: string; cancelable: boolean })[];
  methods: (LiveMember & { parameters: LiveParameter[] })[];
  parts: LiveMember[];
  cssProperties: (LiveMember & { syntax: string; initial: string })[];
  states: LiveMember[];
  samples: LiveSample[];
  frameworks: LiveFramework[];
  findings: LiveFinding[];
  /** True where the cells show what was good last, since the files have errors. */
  broken: boolean;
  verdicts: LiveVerdicts;
};

/** An element as the overview lists it. */
export type ListedElement = {
  tag: string;
  summary: string;
  errors: number;
  warnings: number;
  broken: boolean;
  verdicts: LiveVerdicts;
};

/** What the overview says of a library. */
export type LiveOverview = {
  name: string;
  version: string;
  /** The frameworks that the library promises. */
  frameworks: string[];
  /** All frameworks that there are. */
  known: { name: string; title: string }[];
  elements: ListedElement[];
  /** What is told of no element. */
  findings: LiveFinding[];
  /** Why the library cannot be read at all, if it cannot. */
  unreadable?: string;
};

/** What pages are told after a save. */
export type LiveChange = {
  /** The time of the change, in milliseconds, by the clock of the machine. */
  at: number;
  /** Elements whose cells are made anew. */
  renewed: string[];
  /** Elements whose contract, samples or findings are others now: what is said of them is, too. */
  described: string[];
  /** Elements of which only the style changed: their own, as roots have it. */
  restyled: { tag: string; css: string }[];
  /** All elements, by tag. */
  tags: string[];
  /** Elements that have another tag now. */
  renamed: { from: string; to: string }[];
  /** Elements with errors: their cells show what they were before. */
  broken: string[];
  unreadable?: string;
};

/** What a page sends: which element, in which frameworks, and how it was turned. */
export type StateRequest = {
  tag: string;
  frameworks: string[];
  /** The sample's place in the list. */
  sample: number;
  /** Properties that were given another value, by name. */
  values: Record<string, unknown>;
  /** Slots that were given other content, as HTML text by name. */
  slots: Record<string, string>;
};

/** What a page sends to have pictures compared: how the cells are shown, too. */
export type PicturesRequest = StateRequest & {
  /** Custom properties, by name. */
  css: Record<string, string>;
  view: CellView;
};

/** How many pixels of a framework's picture are other than in the first framework; or why there is none. */
export type PictureAnswer = { framework: string; pixels: number; problem: string };

/** How all cells are shown. */
export type CellView = {
  direction: 'ltr' | 'rtl';
  scheme: 'light' | 'dark' | 'auto';
  motion: 'reduced' | 'auto';
  zoom: number;
};

/** A cell as the page shows it: where it is, or why it is not. */
export type CellAnswer = {
  framework: string;
  address: string;
  refused: string;
};

/** What a consumer writes in one framework. */
export type CodeAnswer = {
  framework: string;
  title: string;
  file: string;
  text: string;
  tokens: Token[];
};

/** The same, with what a sample of that state holds. */
export type StateAnswer = {
  code: CodeAnswer[];
  sample: { properties: Record<string, unknown>; slots: Record<string, string> };
};

/** What one element alone brings to a page: all its modules in one file, in bytes. */
export type LiveSize = {
  minified: number;
  brotli: number;
};
