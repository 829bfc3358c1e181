/** Whether a promise holds: it does; it does with the idiom shown; it does not; it was not tried. */
export type Verdict = 'fits' | 'care' | 'fails' | 'unchecked';

/** One thing that was done, and what was seen then. */
export interface ObservedStep {
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
  observed: ObservedStep[];
  /** Names of pictures: the one that was taken, and where another one was expected, that one and the difference. */
  pictures?: { own: string; other?: string; difference?: string };
}

/** What was done where an element has timers running while it is looked at: what it shows may change by itself. */
export const RUNNING_TIMERS = 'count the timers that it has running';
