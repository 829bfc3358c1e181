import type { Observers, Timers } from './activity.js';
import type { Requests } from './requests.js';
import { drawn } from './untracked.js';

/** In milliseconds: how soon a timeout comes that waits for somebody to pause, or does something a little later. */
const LATER = 350;
/** How often one waits for what the last wait brought about. */
const ROUNDS = 6;
/** After so many waits that came to no rest, a page is waited for no more. */
const UNREST = 20;
/** A timeout that asks so often for another one with the same delay is a clock. */
const CLOCK = 3;
/** In milliseconds: clocks that tick faster are waited for as loops of frames are. */
const FRAME = 30;

let unrest = 0;
/** How often a timeout of a delay was followed by one with the same. */
const followed = new Map<number, number>();

/**
 * Waits for animation frames, timeouts that come soon, answers to requests and observers of the layout, and for what these bring about, until the
 * page is at rest. It looks at what came and not at the clock, so that it waits for the same on a busy machine. Clocks and
 * loops of frames never come to rest: they are waited for a few times.
 */
export async function comeToRest(timers: Timers, requests: Requests, observers: Observers): Promise<void> {
  for (let round = 0; round < ROUNDS; round++) {
    const due = [...timers.timeouts].filter(([, delay]) => isWaitedFor(delay));
    const looks = round === 0 && observers.active.some(watchesLayout);
    if (due.length + timers.frames.size + requests.count() === 0 && !looks) return;
    if (unrest > UNREST) return;
    await timers.over(due.map(([timer]) => timer));
    if (requests.count() > 0) await requests.over();
    if (timers.frames.size > 0 || looks) await drawn();
    // What intersects is told in a task after the frame: it has come by the next one.
    if (looks) await drawn();
    const now = new Set(timers.timeouts.values());
    for (const [, delay] of due)
      if (delay > FRAME && now.has(delay)) followed.set(delay, (followed.get(delay) ?? 0) + 1);
  }
  unrest++;
}

function isWaitedFor(delay: number): boolean {
  return delay <= LATER && (followed.get(delay) ?? 0) < CLOCK;
}

function watchesLayout({ kind, targets }: Observers['active'][number]): boolean {
  return (
    (kind === 'IntersectionObserver' || kind === 'ResizeObserver') &&
    targets.some((target) => target.deref() !== undefined)
  );
}
