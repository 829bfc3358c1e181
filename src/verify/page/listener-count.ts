import type { ListenerCount } from '../facet.js';

interface Entry {
  target: EventTarget;
  type: string;
  listener: unknown;
  capture: boolean;
}

/**
 * Keeps a list of the listeners and timers of this page from now on. A listener counts once for target,
 * type, callback and capture, as in the DOM standard (section 2.7).
 */
export function countListeners(): ListenerCount {
  const entries: Entry[] = [];
  const timers = new Set<number>();
  const { addEventListener, removeEventListener } = EventTarget.prototype;
  const find = (entry: Entry): number =>
    entries.findIndex(
      (other) =>
        other.target === entry.target &&
        other.type === entry.type &&
        other.listener === entry.listener &&
        other.capture === entry.capture,
    );
  const forget = (entry: Entry): void => {
    const place = find(entry);
    if (place >= 0) entries.splice(place, 1);
  };
  const captures = (options: unknown): boolean =>
    typeof options === 'object' && options !== null
      ? Boolean((options as EventListenerOptions).capture)
      : Boolean(options);

  EventTarget.prototype.addEventListener = function (this: EventTarget | undefined, type, listener, options) {
    const target = this ?? window;
    const { signal, once } =
      typeof options === 'object' && options !== null ? options : ({} as AddEventListenerOptions);
    const entry = { target, type: String(type), listener, capture: captures(options) };
    if (listener && !signal?.aborted && find(entry) < 0) {
      entries.push(entry);
      if (signal) addEventListener.call(signal, 'abort', () => forget(entry), { once: true });
      if (once)
        addEventListener.call(target, type, () => forget(entry), { once: true, capture: entry.capture });
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
    forget({ target, type: String(type), listener, capture: captures(options) });
    removeEventListener.call(target, type, listener, options);
  };
  const { setInterval, clearInterval } = window;
  window.setInterval = ((...values: Parameters<typeof setInterval>) => {
    const timer = setInterval.apply(window, values) as unknown as number;
    timers.add(timer);
    return timer;
  }) as typeof setInterval;
  window.clearInterval = ((timer: number) => {
    timers.delete(timer);
    clearInterval.call(window, timer);
  }) as typeof clearInterval;

  return {
    count: (filter) => entries.filter(({ target }) => filter(target)).length,
    timers: () => timers.size,
  };
}
