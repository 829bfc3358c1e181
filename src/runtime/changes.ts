import type { Inside } from './inside.js';
import { mark, type ViewElement } from './view-element.js';

/** The bit of what no binding reads and a reaction waits for. */
const REACTION = 1 << 31;

/** So many rounds of reactions that set off each other are taken for an endless loop. */
const MOST_ROUNDS = 100;

/** Values that properties with a reaction had before they changed. */
const earlier = new WeakMap<ViewElement, Map<string, unknown>>();

/** Notes a property's former value for the reaction to its change; nothing is a change before the first drawing. */
export function remember(host: ViewElement, name: string, before: unknown): void {
  if (!mark(host, REACTION)) return;
  const values = earlier.get(host) ?? new Map<string, unknown>();
  earlier.set(host, values);
  if (!values.has(name)) values.set(name, before);
}

/** What reactions are, by property: called once for all changes since the last drawing, with the new and the old value. */
export type Changes = Record<string, (inside: never, now: unknown, before: unknown) => void>;

/** Runs the reactions of what changed; what they change in turn is reacted to as well. */
export function react(changes: Changes): (inside: Inside) => void {
  return (inside) => {
    const { host } = inside;
    for (let round = 0, values; (values = earlier.get(host)); round++) {
      if (round === MOST_ROUNDS)
        throw new Error(`Changes of <${host.localName}> set off each other without end.`);
      earlier.delete(host);
      for (const [name, before] of values) {
        const now: unknown = host[name as never];
        if (!Object.is(now, before)) changes[name]!(inside as never, now, before);
      }
    }
  };
}
