import type { Observer } from '../observe.js';
import { show } from '../observe.js';

/** Remembers what a value is like that a consumer gave or was given. */
export interface Snapshot {
  /** A value must be like it: not sorted, not extended, not frozen, at any depth. */
  expectSame(value: unknown, observer: Observer, did: string): void;
}

export function snapshotOf(value: unknown): Snapshot {
  const before = describe(value);
  const text = show(value);
  return {
    expectSame(now, observer, did) {
      const same = describe(now) === before;
      const frozen = show(now) === text ? `${text}, but frozen or with more members` : show(now);
      observer.expect(did, same, same ? text : frozen, `${text}, as it was`);
    },
  };
}

/** All that can be changed about a value, as text; `around` is what it is in. */
function describe(value: unknown, around: readonly object[] = []): string {
  if (typeof value !== 'object' || value === null || value instanceof Node || value === window)
    return show(value);
  if (around.includes(value)) return 'what it is in';
  const kind = Object.isFrozen(value) ? 'frozen' : Object.isExtensible(value) ? '' : 'fixed';
  const members = Reflect.ownKeys(value).map(
    (key) => `${String(key)}: ${describe((value as Record<PropertyKey, unknown>)[key], [...around, value])}`,
  );
  return `${kind}{${members.join(', ')}}`;
}
