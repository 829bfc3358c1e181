import type { Contract, Sample } from '../contract/model.js';
import type { Values } from './values.js';

/** Whether a promise holds: it does; it does with the idiom shown; it does not; it was not tried. */
export type Verdict = 'fits' | 'care' | 'fails' | 'unchecked';

/** One thing that was done, and what was seen then. */
export interface Step {
  did: string;
  saw: string;
  /** What should have been seen, where that was not it. */
  wanted?: string | undefined;
}

/** What a probe found about one subject: a property, a slot, an event, or the element as a whole. */
export interface Observation {
  subject: string;
  verdict: Verdict;
  /** Why, where the verdict is not `fits`. */
  note: string;
  observed: Step[];
}

/** A piece of a consumer's content: text, or an element with its own. */
export type ContentNode =
  string | { tag: string; attributes: Record<string, string>; children: ContentNode[] };

/** A property that a consumer binds to a value of its own, which can change later. */
export interface BoundProperty {
  name: string;
  /** Undefined for a property that only script can set. */
  attribute: string | undefined;
  value: unknown;
}

/** One use of an element, as data; each host writes it in its own syntax. */
export interface Scene {
  tag: string;
  /** What a person calls the element in code: `berth` for `quay-berth`. */
  variable: string;
  /** The module that registers the element, or undefined if the scene leaves that to others. */
  register: string | undefined;
  properties: BoundProperty[];
  /** Attributes written as plain text. */
  attributes: Record<string, string>;
  content: ContentNode[];
  /** Content that comes and goes as the consumer's state says. */
  lateContent: ContentNode[];
  events: string[];
  /** True if the consumer can take the element away and put it back. */
  removable: boolean;
}

/** What facets are derived from. */
export interface ElementFacts {
  contract: Contract;
  values: Values;
  samples: Sample[];
  /** Slots and parts that are shown in certain states only, as far as the view tells. */
  conditional: { slots: Set<string>; parts: Set<string> };
  /** Attributes that reach the control inside. */
  passed: readonly string[];
  /** True if it belongs to forms in place of a native control inside. */
  standsForControl: boolean;
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
  /** True if it runs in a page of its own, under a strict policy. */
  strict?: boolean;
  plan(facts: ElementFacts): FacetPlan<Data>;
  probe(page: ProbePage, data: Data): Promise<Observation[]>;
}

/** An example that a host has mounted. */
export interface Mounted {
  /** The custom element, by the host's own reference. */
  element: HTMLElement;
  container: HTMLElement;
  /** Values that the host bound at first, by property: the very objects. */
  values: Record<string, unknown>;
  /** Events that the host's own listeners heard. */
  heard: Event[];
  /** Whether the host's listeners cancel what they hear. */
  cancels: boolean;
  /** Changes a value of the consumer's state, through the host. */
  set(name: string, value: unknown): Promise<void>;
  /** Shows or hides the late content. */
  more(shown: boolean): Promise<void>;
  /** Takes the element away or puts it back, through the host. */
  show(shown: boolean): Promise<void>;
  unmount(): Promise<void>;
}

/** What only a person's hand, or the browser from outside, can do. */
export type Act = { click: { x: number; y: number } } | { type: string } | { press: string };

/** What a probe can do in its page. */
export interface ProbePage {
  tag: string;
  /** Mounts a scene; `into` is a container in the page (a new one if it is left out). */
  mount(scene: string, into?: HTMLElement): Promise<Mounted>;
  /** A new container in the page. */
  container(): HTMLElement;
  /** Loads the module that registers the element. */
  register(): Promise<void>;
  /** Waits until host and element have done what they do after a change. */
  settle(): Promise<void>;
  /** Waits until something holds, for as long as a framework may take at most; tells whether it does. */
  until(condition: () => boolean): Promise<boolean>;
  /** Clicks an element as a person does: the pointer goes to its middle. */
  click(target: Element): Promise<void>;
  /** Types a text into what has the focus, key by key. */
  type(text: string): Promise<void>;
  /** Presses a key on what has the focus. */
  press(key: string): Promise<void>;
  /** Errors that nothing caught since the last call. */
  errors(): string[];
  /** Style sheets of the page before any element was defined. */
  sheetsAtStart: number;
  listeners: ListenerCount;
}

/** Counts listeners and timers that are set and not removed. */
export interface ListenerCount {
  /** Those on targets for which the filter holds. */
  count(filter: (target: EventTarget) => boolean): number;
  timers(): number;
}
