import { SCRIPT_LIMIT } from '../../browsers/script-limit.js';
import type { Leftovers } from '../facet.js';
import type { Observers, Timers } from './activity.js';
import { comeToRest } from './come-to-rest.js';
import { trackRequests } from './requests.js';
import { untracked } from './untracked.js';

/** A listener; held weakly, so that counting keeps nothing alive. */
interface Entry {
  type: string;
  listener: WeakRef<object>;
  capture: boolean;
}

/** The listeners of the page. */
interface Listeners {
  /** Those on targets that pass, by type and target. */
  namesOf(filter: (target: EventTarget) => boolean): string[];
  typesOf(target: EventTarget): string[];
}

/** Keeps count of listeners, timers, animation frames and observers of this page from now on. */
export interface Tracker {
  leftovers(): Leftovers;
  /** The types of the listeners of a target, in alphabetical order. */
  listenersOf(target: EventTarget): string[];
  restlessness(): Promise<number>;
  /** Waits for what the page is about to do: see come-to-rest. */
  calm(): Promise<void>;
}

/** Long enough for a clock that ticks ten times a second, and for several frames. */
const WHILE = 250;
const FRAMES_OF_WHILE = 15;

export function trackLeftovers(): Tracker {
  const listeners = trackListeners();
  const timers = trackTimers();
  const requests = trackRequests();
  const observers = trackObservers();
  return {
    leftovers: () => ({
      listeners: listeners.namesOf,
      observers: (filter) =>
        observers.active.filter(({ targets }) => targets.some((target) => passes(target, filter))).length,
      intervals: timers.intervals.size,
      timeouts: timers.timeouts.size,
    }),
    listenersOf: listeners.typesOf,
    calm: () => comeToRest(timers, requests, observers),
    async restlessness() {
      // Where nothing is to come, nothing can ask for more.
      const isComing = [...timers.timeouts.values()].some((delay) => delay < SCRIPT_LIMIT);
      if (!isComing && timers.frames.size + timers.intervals.size === 0) return 0;
      const before = timers.asked();
      let drawn = 0;
      let over = false;
      const count = (): void => {
        drawn++;
        if (!over) untracked.requestAnimationFrame(count);
      };
      untracked.requestAnimationFrame(count);
      await new Promise((resolve) => untracked.setTimeout(resolve, WHILE));
      over = true;
      const { timeouts, frames } = timers.asked();
      // On a busy machine there are fewer frames: what asks for each of them is counted as on a quiet one.
      const ofFrames = ((frames - before.frames) / Math.max(drawn, 1)) * FRAMES_OF_WHILE;
      return Math.round(timeouts - before.timeouts + ofFrames);
    },
  };
}

function passes(target: WeakRef<EventTarget>, filter: (target: EventTarget) => boolean): boolean {
  const alive = target.deref();
  return alive !== undefined && filter(alive);
}

/**
 * Keeps count of the page's listeners. One counts once for target, type, callback and capture, as in the DOM standard
 * (section 2.7). Each target has a list of its own: pages add thousands, and most targets have a few.
 */
function trackListeners(): Listeners {
  const targets = new Set<WeakRef<EventTarget>>();
  const byTarget = new WeakMap<EventTarget, Entry[]>();
  const { addEventListener, removeEventListener } = EventTarget.prototype;
  const entriesOf = (target: EventTarget): Entry[] => {
    const known = byTarget.get(target);
    if (known) return known;
    const entries: Entry[] = [];
    byTarget.set(target, entries);
    targets.add(new WeakRef(target));
    return entries;
  };
  const find = (target: EventTarget, type: string, listener: unknown, capture: boolean): number =>
    (byTarget.get(target) ?? []).findIndex(
      (entry) => entry.type === type && entry.listener.deref() === listener && entry.capture === capture,
    );
  const forget = (target: EventTarget | undefined, ...of: [string, unknown, boolean]): void => {
    if (!target) return;
    const place = find(target, ...of);
    if (place >= 0) byTarget.get(target)!.splice(place, 1);
  };
  const captures = (options: unknown): boolean =>
    typeof options === 'object' && options !== null
      ? Boolean((options as EventListenerOptions).capture)
      : Boolean(options);

  EventTarget.prototype.addEventListener = function (this: EventTarget | undefined, type, listener, options) {
    const target = this ?? window;
    const { signal, once } =
      typeof options === 'object' && options !== null ? options : ({} as AddEventListenerOptions);
    const capture = captures(options);
    const of = [target, String(type), listener, capture] as const;
    if (listener && !signal?.aborted && find(...of) < 0) {
      entriesOf(target).push({ type: of[1], listener: new WeakRef(listener), capture });
      const [weakTarget, weakListener] = [new WeakRef(target), new WeakRef(listener)];
      const ended = (): void => forget(weakTarget.deref(), of[1], weakListener.deref(), capture);
      if (signal) addEventListener.call(signal, 'abort', ended, { once: true });
      if (once) addEventListener.call(target, type, ended, { once: true, capture });
    }
    addEventListener.call(target, type, listener, options);
  };
  EventTarget.prototype.removeEventListener = function (
    this: EventTarget | undefined,
    type,
    listener,
    options,
  ) {
    const target = this ?? window;
    forget(target, String(type), listener, captures(options));
    removeEventListener.call(target, type, listener, options);
  };
  return {
    namesOf(filter) {
      const names: string[] = [];
      for (const weak of targets) {
        const target = weak.deref();
        if (!target) targets.delete(weak);
        else if (filter(target))
          names.push(...byTarget.get(target)!.map(({ type }) => `${type} on ${nameOf(target)}`));
      }
      return names;
    },
    typesOf: (target) =>
      (byTarget.get(target) ?? []).map(({ type, capture }) => (capture ? `${type}, capturing` : type)).sort(),
  };
}

/** How a target is called in a sentence. */
function nameOf(target: EventTarget): string {
  if (target === window) return 'window';
  if (target === document) return 'document';
  return target instanceof Element ? `<${target.localName}>` : `a ${target.constructor.name}`;
}

/** Intervals, timeouts and animation frames that are to come. */
function trackTimers(): Timers {
  const intervals = new Set<number>();
  const frames = new Set<number>();
  const timeouts = new Map<number, number>();
  const asked = { timeouts: 0, frames: 0 };
  const {
    setInterval,
    clearInterval,
    setTimeout,
    clearTimeout,
    requestAnimationFrame,
    cancelAnimationFrame,
  } = window;
  const waiting = new Set<() => void>();
  const ended = (timer: number): void => {
    if (timeouts.delete(timer)) for (const look of waiting) look();
  };
  const clear = (native: (timer?: number) => void) => (timer?: number) => {
    intervals.delete(timer!);
    ended(timer!);
    native.call(window, timer);
  };
  Object.assign(window, {
    setInterval(...values: Parameters<typeof setInterval>) {
      const timer = setInterval.apply(window, values) as unknown as number;
      intervals.add(timer);
      return timer;
    },
    setTimeout(work: TimerHandler, delay?: number, ...values: unknown[]) {
      asked.timeouts++;
      const timer: number = (setTimeout as (...all: unknown[]) => number).call(
        window,
        (...given: unknown[]) => {
          ended(timer);
          // Text as code is what a policy forbids; the browser itself judges it.
          if (typeof work === 'function') (work as (...all: unknown[]) => void).apply(window, given);
          else setTimeout(work, 0);
        },
        delay,
        ...values,
      );
      timeouts.set(timer, delay ?? 0);
      return timer;
    },
    clearInterval: clear(clearInterval),
    clearTimeout: clear(clearTimeout),
    requestAnimationFrame(work: FrameRequestCallback) {
      asked.frames++;
      const frame = requestAnimationFrame.call(window, (time) => {
        frames.delete(frame);
        work(time);
      });
      frames.add(frame);
      return frame;
    },
    cancelAnimationFrame(frame: number) {
      frames.delete(frame);
      cancelAnimationFrame.call(window, frame);
    },
  });
  return {
    intervals,
    timeouts,
    frames,
    asked: () => ({ ...asked }),
    over: (which) =>
      new Promise((resolve) => {
        const look = (): void => {
          if (which.some((timer) => timeouts.has(timer))) return;
          waiting.delete(look);
          // What it did may have asked for a task.
          untracked.setTimeout(resolve, 0);
        };
        waiting.add(look);
        look();
      }),
  };
}

type ObserverClass = new (...given: never[]) => { observe(...given: never[]): void; disconnect(): void };

/** The observers of the page. */
function trackObservers(): Observers {
  const active: Observers['active'] = [];
  const targetsOf = new WeakMap<object, WeakRef<EventTarget>[]>();
  const classes = ['MutationObserver', 'ResizeObserver', 'IntersectionObserver', 'PerformanceObserver'];
  for (const kind of classes) {
    const Native = (globalThis as unknown as Record<string, ObserverClass | undefined>)[kind];
    if (!Native) continue;
    const { observe, disconnect } = Native.prototype;
    Native.prototype.observe = function (this: object, ...given: never[]): void {
      observe.apply(this as never, given);
      const targets = targetsOf.get(this) ?? [];
      if (!targetsOf.has(this)) {
        targetsOf.set(this, targets);
        active.push({ kind, targets });
      }
      targets.push(new WeakRef((given[0] as unknown) instanceof Node ? given[0]! : window));
    };
    Native.prototype.disconnect = function (this: object): void {
      disconnect.call(this as never);
      targetsOf.get(this)?.splice(0);
    };
  }
  return { active };
}
