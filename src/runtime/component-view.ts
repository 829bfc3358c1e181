import { filledSlots } from './filled.js';
import { Inside } from './inside.js';
import { insideOf, rootOf, type ViewElement } from './view-element.js';
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
  unmount(): void;
}

/** What an element is for the component that it shows. */
export interface Place {
  root: ShadowRoot | HTMLElement;
  host: HTMLElement;
  /** True if something is called that the component hands out. */
  called: boolean;
  /** All names that the component's content can have, filled or not, with the slots. */
  slots: GivenSlots;
  /** Tells of an error inside. */
  fail(error: unknown): void;
  /** Hears of a property that the component itself writes. */
  written(name: string, value: unknown): void;
}

/** Mounts components of a framework. */
export type Mounting = (Component: never, place: Place, given: Given, slots: GivenSlots) => Mounted;

/** An event that a callback becomes: its type, the property that takes the value, names of the arguments. */
type Sent = [type: string, sets?: string | 0, members?: readonly string[]];

/** How an element and its component know each other. */
export interface Wiring {
  /** The element's properties by the component's names; `!closed` for the opposite of `closed`. */
  properties?: Record<string, string>;
  /** What the component cannot be without, by its own names, and no markup can give: it is mounted once these are there. */
  needs?: readonly string[];
  /** Callbacks of the component, and the events that they become; `bind:value` for what it writes itself. */
  events?: Record<string, Sent>;
  /** Slots by the component's names for their content. */
  slots?: GivenSlots;
  /** True if the element has methods. */
  called?: boolean;
  /** The part that passed attributes reach. */
  part?: string;
  /** Looks for that part whenever something is drawn. */
  watch?: (inside: Inside) => void;
  /** What follows the element's names beside the component. */
  effects?: (inside: Inside, changed: number) => void;
}

const views = new WeakMap<Inside, ComponentView>();

/** Calls that came before there was a component. */
const waiting = new WeakMap<Inside, (() => unknown)[]>();

/** Views whose elements left; those that are not back at the end of the task are unmounted. */
const leaving = new Set<ComponentView>();

class ComponentView implements Shown {
  readonly root = undefined;
  mounted: Mounted | undefined;
  readonly #callbacks: Given = {};
  readonly #place: Place;
  #given: Given = {};

  constructor(
    readonly inside: Inside,
    readonly mount: Mounting,
    readonly Component: unknown,
    readonly wiring: Wiring,
  ) {
    const { host } = inside;
    const { events = {}, properties = {}, called = false, slots = {} } = wiring;
    views.set(inside, this);
    // A component that passes on what it is given gives its control this name.
    if (wiring.part) this.#callbacks.part = wiring.part;
    wiring.watch?.(inside);
    for (const name in events) {
      if (!name.startsWith('bind:'))
        this.#callbacks[name] = (...values: unknown[]) => this.#send(events[name]!, values);
    }
    this.#place = {
      root: rootOf(host),
      host,
      called,
      slots,
      fail(cause) {
        const message = cause instanceof Error ? cause.message : String(cause);
        reportError(new Error(`<${host.localName}>: ${message}`, { cause }));
      },
      written: (name, value) => {
        const sent = events[`bind:${name}`];
        const own = properties[name];
        if (sent) this.#send(sent, [value]);
        else if (own?.[0] === '!') host[own.slice(1) as never] = !value as never;
        else if (own) host[own as never] = value as never;
      },
    };
  }

  update(changed: number): void {
    this.wiring.effects?.(this.inside, changed);
    this.draw();
  }

  /** Mounts the component, or hands it what has changed. */
  draw(): void {
    const { inside, wiring } = this;
    const { host } = inside;
    if (!host.isConnected) return;
    const given = { ...this.#callbacks };
    for (const name in wiring.properties) {
      const own = wiring.properties[name]!;
      given[name] = own[0] === '!' ? !host[own.slice(1) as never] : host[own as never];
    }
    if (!this.mounted && wiring.needs?.some((name) => given[name] === undefined)) return;
    const shown: GivenSlots = {};
    const filled = wiring.slots && filledSlots(inside);
    for (const name in wiring.slots) {
      const slot = wiring.slots[name]!;
      if (filled![slot]) shown[name] = slot;
    }
    const before = this.#given;
    this.#given = { ...given, ...shown };
    const same = (name: string): boolean => Object.is(before[name], this.#given[name]);
    try {
      if (!this.mounted) {
        this.mounted = this.mount(this.Component as never, this.#place, given, shown);
        if (waiting.has(inside)) queueMicrotask(() => this.callWaiting());
      } else if (Object.keys({ ...before, ...this.#given }).every(same)) return;
      else this.mounted.update(given, shown);
    } catch (error) {
      this.#place.fail(error);
    }
  }

  /** Makes the calls that came before there was something to call. */
  callWaiting(): void {
    const all = waiting.get(this.inside) ?? [];
    waiting.delete(this.inside);
    for (const call of all) {
      try {
        call();
      } catch (error) {
        this.#place.fail(error);
      }
    }
  }

  leave(): void {
    if (this.inside.host.isConnected) return;
    const { mounted } = this;
    this.mounted = undefined;
    try {
      mounted?.unmount();
    } catch (error) {
      this.#place.fail(error);
    }
  }

  /** Sends the event that a callback stands for; what comes back tells the component whether it was canceled. */
  #send([type, sets, members]: Sent, values: unknown[]): false | undefined {
    const host = this.inside.host as unknown as Given;
    const before = sets && host[sets];
    if (sets) host[sets] = values[0];
    const detail = members
      ? Object.fromEntries(members.map((name, place) => [name, values[place]]))
      : values[0];
    const goesOn = this.inside.emit(type, detail);
    if (sets && !goesOn) host[sets] = before;
    if (this.mounted?.busy) this.draw();
    return goesOn ? undefined : false;
  }
}

/** The view of an element that shows a component. */
export function componentView(
  mount: Mounting,
  Component: unknown,
  wiring: Wiring,
): new (inside: Inside) => Shown {
  return class extends ComponentView {
    constructor(inside: Inside) {
      super(inside, mount, Component, wiring);
    }
  };
}

/** The inside of an element that shows a component and has no state of its own. */
export function componentInside(events?: Record<string, EventInit>): new (host: ViewElement) => Inside {
  return class extends Inside {
    static events = events;
  };
}

/** Runs at each connection; what comes back ends what has left and is not back within the same task. */
export function keepMounted(inside: Inside): () => void {
  const view = views.get(inside)!;
  if (!view.mounted) view.draw();
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

/**
 * Calls a method of what the component hands out. Where there is no component yet, one that gives nothing back is
 * called as soon as there is; one that `gives` something cannot be, and says so as the platform does.
 */
export function callHandle(
  host: ViewElement,
  name: string,
  values: readonly unknown[],
  gives = false,
): unknown {
  const inside = insideOf(host) as Inside;
  const mounted = views.get(inside)?.mounted;
  const handle = mounted?.handle(gives) as
    Record<string, (...values: readonly unknown[]) => unknown> | undefined;
  if (!handle && gives)
    throw new DOMException(
      `<${host.localName}>: ${name}() needs its component, which is not drawn yet.`,
      'InvalidStateError',
    );
  if (!handle) {
    const all = waiting.get(inside);
    const later = (): unknown => callHandle(host, name, values, true);
    if (all) all.push(later);
    else waiting.set(inside, [later]);
    // What is mounted is drawn by then.
    if (mounted) queueMicrotask(() => views.get(inside)!.callWaiting());
    return undefined;
  }
  if (typeof handle[name] !== 'function')
    throw new Error(`<${host.localName}>: no ${name}() in its component.`);
  const work = (): unknown => handle[name]!(...values);
  return mounted!.act ? mounted!.act(work) : work();
}
