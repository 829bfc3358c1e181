/** Timers of a page that are to come. */
export interface Timers {
  intervals: Set<number>;
  /** Their delays, by number. */
  timeouts: Map<number, number>;
  frames: Set<number>;
  /** How often timeouts and animation frames were asked for so far. */
  asked(): { timeouts: number; frames: number };
  /** Waits until these timeouts have come or were taken back. */
  over(timeouts: readonly number[]): Promise<void>;
}

/** Observers of a page. */
export interface Observers {
  /** Those that watch something, by kind. */
  active: { kind: string; targets: WeakRef<EventTarget>[] }[];
}
