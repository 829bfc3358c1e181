import { SCRIPT_LIMIT } from '../../engines/script-limit.js';
import type { Leftovers } from '../facet.js';

/** A listener; held weakly, so that counting keeps nothing alive. */
interface Entry {
  type: string;
  listener: WeakRef<object>;
  capture: boolean;
}

/** The listeners of the page. */
interface ListenerCount {
  /** How many there are on targets that pass. */
  count(filter: (target: EventTarget) => boolean): number;
  typesOf(target: EventTarget): string[];
}

/** What the probes themselves use: counted things are those of elements and hosts. */
export const untracked = {
  setTimeout: globalThis.setTimeout.bind(globalThis),
  requestAnimationFrame: globalThis.requestAnimationFrame.bind(globalThis),
};

/** Keeps count of listeners, timers, animation frames and observers of this page from now on. */
export interface Tracker {
  leftovers(): Leftovers;
  /** The types of the listeners of a target, in alphabetical order. */
  listenersOf(target: EventTarget): string[];
  restlessness(): Promise<number>;
  /** Waits for the animation frames and the timeouts that come within a moment. */
  calm(): Promise<void>;
}

/** Long enough for a clock that ticks ten times a second, and for several frames. */
const WHILE = 250;
const FRAMES_OF_WHILE = 15;

/** In milliseconds: how soon a timeout comes that is only there to do something a little later. */
const SOON = 30;
/** How many frames of 60 a second one waits for what goes on and on. */
const FRAMES = 6;

export function trackLeftovers(): Tracker {
  const listeners = trackListeners();
  const timers = trackTimers();
  const observers = trackObservers();
  return {
    leftovers: () => ({
      listeners: (filter) => listeners.count(filter),
      observers: (filter) =>
        observers.filter((targets) => targets.some((target) => passes(target, filter))).length,
      intervals: timers.intervals.size,
      timeouts: timers.timeouts.size,
    }),
    listenersOf: listeners.typesOf,
    async calm() {
      for (let frame = 0; frame < FRAMES && timers.soon() > 0; frame++) {
        // What never comes to rest is waited for a few times, and then no more.
        if (timers.unrest > 20) return;
        await new Promise((resolve) => {
          // On a busy machine a frame comes late, and what is drawn with it.
          if (timers.frames.size > 0) untracked.requestAnimationFrame(resolve);
          untracked.setTimeout(resolve, timers.frames.size > 0 ? 50 : 1000 / 60);
        });
        if (frame === FRAMES - 1) timers.unrest++;
      }
    },
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
function trackListeners(): ListenerCount {
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
    count(filter) {
      let count = 0;
      for (const weak of targets) {
        const target = weak.deref();
        if (!target) targets.delete(weak);
        else if (filter(target)) count += byTarget.get(target)!.length;
      }
      return count;
    },
    typesOf: (target) =>
      (byTarget.get(target) ?? []).map(({ type, capture }) => (capture ? `${type}, capturing` : type)).sort(),
  };
}

interface Timers {
  intervals: Set<number>;
  /** Their delays, by number. */
  timeouts: Map<number, number>;
  frames: Set<number>;
  /** How often timeouts and animation frames were asked for so far. */
  asked(): { timeouts: number; frames: number };
  /** Animation frames, and timeouts that come soon. */
  soon(): number;
  /** How often it did not come to rest. */
  unrest: number;
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
  const clear = (native: (timer?: number) => void) => (timer?: number) => {
    intervals.delete(timer!);
    timeouts.delete(timer!);
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
          timeouts.delete(timer);
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
    soon: () => frames.size + [...timeouts.values()].filter((delay) => delay <= SOON).length,
    unrest: 0,
  };
}

type ObserverClass = new (...given: never[]) => { observe(...given: never[]): void; disconnect(): void };

/** The targets of each observer that watches something. */
function trackObservers(): WeakRef<EventTarget>[][] {
  const active: WeakRef<EventTarget>[][] = [];
  const targetsOf = new WeakMap<object, WeakRef<EventTarget>[]>();
  const classes = ['MutationObserver', 'ResizeObserver', 'IntersectionObserver', 'PerformanceObserver'];
  for (const name of classes) {
    const Native = (globalThis as unknown as Record<string, ObserverClass | undefined>)[name];
    if (!Native) continue;
    const { observe, disconnect } = Native.prototype;
    Native.prototype.observe = function (this: object, ...given: never[]): void {
      observe.apply(this as never, given);
      const targets = targetsOf.get(this) ?? [];
      if (!targetsOf.has(this)) {
        targetsOf.set(this, targets);
        active.push(targets);
      }
      targets.push(new WeakRef((given[0] as unknown) instanceof Node ? given[0]! : window));
    };
    Native.prototype.disconnect = function (this: object): void {
      disconnect.call(this as never);
      targetsOf.get(this)?.splice(0);
    };
  }
  return active;
}
