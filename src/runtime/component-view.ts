import { Sender, type Inside } from './inside.js';
import { rootOf, type ViewElement } from './view-element.js';
import type { Shown } from './view.js';

/** What a component is given, by the names that it has for it. */
export type Given = Record<string, unknown>;

/** Slots that a consumer filled: the slot's name, by the component's name for the content. */
export type GivenSlots = Record<string, string>;

/** A component that is mounted. */
export interface Mounted {
  /** Hands over what the component is given now. */
  update(given: Given, slots: GivenSlots): void;
  /**
   * What the component hands out: an object with methods. Draws first what is to be drawn; the first time only if that is
   * `needed` at once.
   */
  handle(needed: boolean): object | null | undefined;
  /** Calls something that may change the component's state, so that it shows at once. */
  act?<Result>(work: () => Result): Result;
  /** True while an event inside is handled, and what is drawn must be drawn at once. */
  readonly busy?: boolean;
  /** The element is connected again, perhaps in another place. */
  moved?(): unknown;
  unmount(): void;
}

/** What an element is for the component that it shows. */
export interface Place {
  root: ShadowRoot | HTMLElement;
  host: HTMLElement;
  wiring: Wiring;
  /** Tells of an error inside. */
  fail(error: unknown): void;
  /** Sends the event that something stands for. */
  send(sent: Sent, values: readonly unknown[]): false | undefined;
}

/** Mounts components of a framework. */
export type Mounting = (Component: never, place: Place, given: Given, slots: GivenSlots) => Mounted;

/** What is done with a callback's arguments before its event is sent. */
export interface Prepared {
  detail: unknown;
  /** Takes back what was done, where the event is canceled. */
  undo?: (() => void) | undefined;
}

/** An event that a callback becomes: its type, and what is done with the arguments beside passing on the first one. */
export type Sent = [type: string, prepare?: (host: HTMLElement, values: readonly unknown[]) => Prepared];

/** How an element and its component know each other. */
export interface Wiring {
  /** The element's properties by the component's names; `!closed` for the opposite of `closed`. */
  properties?: Record<string, string>;
  /** What the component cannot be without, by its own names, and no markup can give: it is mounted once these are there. */
  needs?: readonly string[];
  /** Callbacks of the component, and the events that they become. */
  events?: Record<string, Sent>;
  /** Properties that the component writes itself, with the events that tell of it. */
  writes?: Record<string, Sent>;
  /** Slots by the component's names for their content. */
  slots?: GivenSlots;
  /** Tells which slots are filled, where there are some. */
  filled?: (inside: Sender) => Record<string, boolean>;
  /** Makes the calls of methods that came before there was a component, where there are methods. */
  called?: (view: ComponentView) => void;
  /** The part that passed attributes reach. */
  part?: string;
  /** Looks for that part whenever something is drawn. */
  watch?: (inside: Inside) => void;
  /** What follows the element's names beside the component. */
  effects?: (inside: Inside, changed: number) => void;
}

/** Views by their insides. */
export const views = new WeakMap<Sender, ComponentView>();

/** Views whose elements left; those that are not back at the end of the task are unmounted. */
const leaving = new Set<ComponentView>();

/** What an element that shows a component draws: the component, mounted and handed what changes. */
export interface ComponentView extends Shown {
  mounted: Mounted | undefined;
  readonly inside: Sender;
  /** Tells of an error inside, with the tag. */
  fail(cause: unknown): void;
  /** Mounts the component, or hands it what has changed. */
  draw(): void;
  /** Unmounts it, if the element has left. */
  leave(): void;
}

/** The view of an element that shows a component. */
export function componentView(
  mount: Mounting,
  Component: unknown,
  wiring: Wiring,
): new (inside: Sender) => ComponentView {
  const { properties, needs, events = {}, slots, filled, called, part, watch, effects } = wiring;
  return class implements ComponentView {
    declare readonly root: undefined;
    mounted: Mounted | undefined;
    readonly inside: Sender;
    // A component that passes on what it is given gives its control this name.
    readonly #callbacks: Given = part ? { part } : {};
    readonly #place: Place;
    #given: Given = {};

    constructor(inside: Sender) {
      const { host } = inside;
      this.inside = inside;
      views.set(inside, this);
      watch?.(inside as Inside);
      for (const name in events)
        this.#callbacks[name] = (...values: unknown[]) => this.#send(events[name]!, values);
      this.#place = { root: rootOf(host), host, wiring, send: this.#send, fail: this.fail };
    }

    readonly fail = (cause: unknown): void => {
      const said = String((cause as Error | null | undefined)?.message ?? cause);
      reportError(new Error(`<${this.inside.host.localName}>: ${said}`, { cause }));
    };

    update(changed: number): void {
      effects?.(this.inside as Inside, changed);
      this.draw();
    }

    draw(): void {
      const { host } = this.inside;
      if (!host.isConnected) return;
      const given = { ...this.#callbacks };
      for (const name in properties) {
        const own = properties[name]!;
        given[name] = own[0] === '!' ? !host[own.slice(1) as never] : host[own as never];
      }
      if (!this.mounted && needs?.some((name) => given[name] === undefined)) return;
      const shown: GivenSlots = {};
      const content = filled?.(this.inside);
      for (const name in slots) {
        const slot = slots[name]!;
        if (content![slot]) shown[name] = slot;
      }
      const before = this.#given;
      const now: Given = (this.#given = { ...given, ...shown });
      try {
        if (this.mounted) {
          for (const name in { ...before, ...now })
            if (!Object.is(before[name], now[name])) return this.mounted.update(given, shown);
        } else {
          this.mounted = mount(Component as never, this.#place, given, shown);
          called?.(this);
        }
      } catch (error) {
        this.fail(error);
      }
    }

    leave(): void {
      if (this.inside.host.isConnected) return;
      const { mounted } = this;
      this.mounted = undefined;
      try {
        mounted?.unmount();
      } catch (error) {
        this.fail(error);
      }
    }

    /** Sends the event that a callback stands for; what comes back tells the component whether it was canceled. */
    readonly #send: Place['send'] = ([type, prepare], values) => {
      const { inside } = this;
      const { detail, undo } = prepare?.(inside.host, values) ?? { detail: values[0] };
      const goesOn = inside.emit(type, detail);
      if (!goesOn) undo?.();
      if (this.mounted?.busy) this.draw();
      return goesOn && undefined;
    };
  };
}

/** The inside of an element that shows a component and has no code of its own. */
export function componentInside(events?: Record<string, EventInit>): new (host: ViewElement) => Sender {
  return class extends Sender {
    static events = events;
  };
}

/** Runs at each connection; what comes back ends what has left and is not back within the same task. */
export function keepMounted(inside: Sender): () => void {
  const view = views.get(inside)!;
  if (view.mounted) view.mounted.moved?.();
  else view.draw();
  return () => {
    if (leaving.size === 0) queueMicrotask(endLeft);
    leaving.add(view);
  };
}

function endLeft(): void {
  const all = [...leaving];
  leaving.clear();
  for (const view of all) view.leave();
}
