import { concerns, type Act, type Concern } from './act.js';

/** A way without the acts that a relation is about: who fails on it too is told elsewhere. None where the way is about values alone. */
export function straightWays(way: readonly Act[], concern: Concern): Act[][] {
  switch (concern) {
    case 'values':
      return [];
    case 'attributes':
      return [valuesInstead(way)];
    default:
      return [way.filter((act) => !concerns(act, concern))];
  }
}

/** Each attribute that brings a value is the value itself. */
function valuesInstead(way: readonly Act[]): Act[] {
  /** The value that each attribute has, and the properties that have theirs from it. */
  const written = new Map<number, number>();
  const fromAttribute = new Set<number>();
  return way.flatMap((act): Act[] => {
    if ('write' in act) {
      // The same text again is no change.
      if (written.get(act.write) === act.value) return [];
      written.set(act.write, act.value);
      fromAttribute.add(act.write);
      return [{ set: act.write, value: act.value }];
    }
    if ('erase' in act) {
      if (!fromAttribute.delete(act.erase)) return [];
      written.delete(act.erase);
      return [{ undefine: act.erase }];
    }
    if ('set' in act) fromAttribute.delete(act.set);
    if ('undefine' in act) fromAttribute.delete(act.undefine);
    return [act];
  });
}
