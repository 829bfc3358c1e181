import { internalsOf } from './internals.js';

const set = new WeakMap<CustomStateSet, Set<string>>();

/** Remembers which custom states elements enter from now on, whatever their names are. */
export function rememberStates(): void {
  const { add } = CustomStateSet.prototype;
  CustomStateSet.prototype.add = function (this: CustomStateSet, name: string): CustomStateSet {
    set.set(this, (set.get(this) ?? new Set()).add(name));
    return add.call(this, name);
  };
}

/** The states that an element was in so far. */
export function statesOf(element: Element): readonly string[] {
  const own = internalsOf(element)?.states;
  return own ? [...(set.get(own) ?? [])] : [];
}
