import type { Contract, Sample } from '../contract/model.js';
import type { ContentNode, Scene } from '../frameworks/scene.js';
import type { Observation } from './observation.js';
import type { PageKind } from './page-kinds.js';
import type { Snapshot } from './facets/consumer-data.js';
import type { Outside } from './facets/outside-style.js';
import type { PassedAttribute } from './passed-attributes.js';
import type { Values } from './values.js';

/** What facets are derived from. */
export interface ElementFacts {
  contract: Contract;
  values: Values;
  samples: Sample[];
  /** Tags of the library's elements that stand in the content that samples give. */
  uses: string[];
  /** Slots and parts that are shown in certain states only, as far as the view tells. */
  conditional: { slots: Set<string>; parts: Set<string> };
  /** Names of events that browsers dispatch by themselves. */
  nativeEvents: ReadonlySet<string>;
  /** Attributes that reach the control inside, those of ARIA aside, with texts for them. */
  passed: PassedAttribute[];
  /** Events of the control that are sent again from the element. */
  relayed: readonly string[];
  /** True if it belongs to forms in place of a native control inside. */
  standsForControl: boolean;
  /** True if it promises to run under a strict policy. */
  strictPolicy: boolean;
  /** True for a class that somebody wrote, false for an element that is built from a view. */
  wrapped: boolean;
  /** True for an element of another package: only what its manifest says is promised. */
  foreign: boolean;
  /** Makes a scene of the element from what differs from the bare use of it. */
  scene(parts: Partial<Scene>): Scene;
  /** Content for one slot, from the samples where they have some. */
  contentFor(slot: string, marker?: string): ContentNode[];
  /** The scene that a sample describes. */
  sampleScene(sample: Sample): Scene;
}

/**
 * What a facet does with an element: scenes to mount, and data for its probe. Or why the contract promises nothing
 * of the kind; or why what it promises cannot be tried.
 */
export type FacetPlan<Data> =
  { scenes: Record<string, Scene>; data: Data } | { nothing: string } | { untried: string };

/** One thing that a contract promises, and how that is proved. Plans are made in Node, probes run in the page. */
export interface Facet<Data = unknown> {
  name: string;
  /** What is proved, in a few words. */
  title: string;
  /** The kind of page that it runs in. */
  page: PageKind;
  /** True if it is about the element's own tree, which is the same in every framework: it runs in one of them. */
  inOneFramework?: boolean;
  /** True if the page has each scene as a server renders it, too: see `served`. */
  onServer?: true;
  /**
   * For a facet that looks at the element itself, whoever made it: in a framework that made the same as another framework did, it comes to the
   * same as there, and only what is the framework's own doing is seen once more (`byFramework`).
   */
  ofElement?: { byFramework?(page: ProbePage, data: Data): Promise<Observation[]> };
  /** What it looks at in one framework only, because the framework has no part in it. */
  inFirstFramework?(page: ProbePage, data: Data): Promise<Observation[]>;
  plan(facts: ElementFacts): FacetPlan<Data>;
  probe(page: ProbePage, data: Data): Promise<Observation[]>;
}

/** An example that a framework has mounted. */
export interface Mounted {
  /** The custom element, by the framework's own reference. */
  element: HTMLElement;
  container: HTMLElement;
  /** Values that the framework bound at first, by property: the very objects. */
  values: Record<string, unknown>;
  /** Events that the framework's own listeners heard. */
  heard: Event[];
  /** Details of what was heard, with what each was like then. */
  details: { type: string; detail: unknown; snapshot: Snapshot }[];
  /** Whether the framework's listeners cancel what they hear. */
  cancels: boolean;
  /** Calls of the sample's callbacks, in order. */
  calls: { name: string; given: unknown[] }[];
  /** Changes a value of the consumer's state, through the framework. */
  set(name: string, value: unknown): Promise<void>;
  /** Shows or hides the late content. */
  more(shown: boolean): Promise<void>;
  /** Takes the element away or puts it back, through the framework. */
  show(shown: boolean): Promise<void>;
  unmount(): Promise<void>;
}

/** What only a person's hand, or the browser from outside, can do. */
export type OutsideAct =
  | { click: { x: number; y: number } }
  /** Takes the pointer to a place. */
  | { point: { x: number; y: number } }
  | { type: string }
  | { press: string }
  /** Takes the pointer to the corner of the page. */
  | { park: true }
  /** Frees what nothing refers to. */
  | { collectGarbage: true }
  /** Takes a picture of a part of the viewport. */
  | { picture: { x: number; y: number; width: number; height: number } }
  /** Compares two pictures. */
  | { compare: [own: string, other: string] }
  /** Says what comes next, so that a hang can be told. */
  | { begin: string }
  /** Says that it is no hang, however long it takes in all. */
  | { goesOn: true };

/** What a probe in its page says to the runner outside: what to do for it, or how it ended. */
export type ProbeTurn =
  | { act: OutsideAct }
  | { done: Observation[]; made?: Record<string, string | null> }
  | { broke: string }
  | { untried: string };

/** What a probe can do in its page. */
export interface ProbePage {
  tag: string;
  /**
   * Mounts a scene; `into` is a container in the page (a new one if it is left out). What a server `served` is moved there first, and
   * the framework takes it over.
   */
  mount(scene: string, into?: HTMLElement, served?: Served): Promise<Mounted>;
  /** Opens what a server rendered of a scene, in a document in which no script runs. */
  served(scene: string): Promise<Served>;
  /** A new container in the page. */
  container(): HTMLElement;
  /**
   * An element outside of the framework, with the properties that a consumer must give, save the one that is `left` out. It is
   * in no page yet.
   */
  make(left?: string): HTMLElement;
  /** Loads the module that registers the element. */
  register(): Promise<void>;
  /** Why the element cannot be made at all; undefined if it can. */
  whyNotMade(): Promise<string | undefined>;
  /** Waits until framework and element have done what they do after a change. */
  settle(): Promise<void>;
  /** Waits until the pictures in elements have come or failed to, at most for a second. */
  pictured(...elements: readonly Element[]): Promise<void>;
  /** Waits until something holds, for as long as a framework may take at most (or `patience` ms); tells whether it does. */
  until(condition: () => boolean, patience?: number): Promise<boolean>;
  /**
   * Clicks an element as a person does: the pointer goes to its middle. Rejects with the reason where the click does not
   * reach it.
   */
  click(target: Element): Promise<void>;
  /** Takes the pointer to the middle of an element; rejects with the reason where it cannot. */
  hover(target: Element): Promise<void>;
  /** Types a text into what has the focus, key by key; rejects where no key arrives. */
  type(text: string): Promise<void>;
  /** Presses a key on what has the focus; rejects where it does not arrive. */
  press(key: string): Promise<void>;
  /** Takes the pointer away from everything. */
  park(): Promise<void>;
  /** Frees what nothing refers to; false where the browser lets nobody ask for it. */
  collectGarbage(): Promise<boolean>;
  /** Takes a picture of a part of the viewport; gives its name, the same for the same picture. */
  picture(of: { x: number; y: number; width: number; height: number }): Promise<string>;
  /** Compares two pictures; gives how many pixels differ and a picture of that, or undefined where they are as good as the same. */
  comparePictures(own: string, other: string): Promise<PictureDifference | undefined>;
  /** Says that the probe is at work still: its time limit counts from here. */
  goesOn(): Promise<void>;
  /** Says which sample runs next; false if it brought another probe to a halt, so that it must not be run again. */
  beginSample(name: string): Promise<boolean>;
  /**
   * Errors that nothing caught since the last call. Those of an element that leaves the page are the affair of one facet: they
   * are given only to whoever wants them too.
   */
  errors(which?: 'leaving too'): string[];
  /** What the page looked like before any element was defined. */
  outside: Outside;
  /** Everything of the page that an element could leave behind. */
  leftovers(): Leftovers;
  /** Timers and animation frames that are asked for within a while, by what is running now. */
  restlessness(): Promise<number>;
}

/** What is different in two pictures. */
export interface PictureDifference {
  /** How many pixels differ, and their share in all, as text. */
  text: string;
  /** The name of a picture of it. */
  difference: string;
}

/** What a server rendered of a scene. */
export interface Served {
  /** The frame with it, over the whole viewport. */
  frame: HTMLIFrameElement;
  /** The application's container in the frame. */
  shown: HTMLElement;
  /** The same container, parsed for this page: what is moved out of it, elements take over. */
  container: HTMLElement;
  /** All elements and texts in it, those in shadow roots too. */
  nodes: readonly Node[];
  /** Ends the counting, once all elements have woken up. */
  counted: () => void;
  /** What could not be rendered. */
  problems: readonly string[];
  /** What the server renders when it is asked once more, where that is another text than the first. */
  again: { was: string; is: string } | undefined;
  /** What a person has to do for it to work, which the example does. */
  care: string | undefined;
  /** What framework and browser wrote to the console while it was taken over. */
  messages: string[];
}

/** How much there is in the page that outlives what made it. */
export interface Leftovers {
  /** Listeners on targets for which a filter holds, by type and target: `resize on window`. */
  listeners(filter: (target: EventTarget) => boolean): string[];
  intervals: number;
  /** Timeouts that are still to come. */
  timeouts: number;
  /** Observers of targets for which a filter holds; the window stands for what is no node. */
  observers(filter: (target: EventTarget) => boolean): number;
}
