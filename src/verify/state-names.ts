const set = new WeakMap<CustomStateSet, Set<string>>();
const sets = new WeakMap<Element, CustomStateSet>();

/** Remembers which custom states elements enter from now on, whatever their names are. */
export function rememberStates(): void {
  const { attachInternals } = HTMLElement.prototype;
  HTMLElement.prototype.attachInternals = function (this: HTMLElement): ElementInternals {
    const internals = attachInternals.call(this);
    sets.set(this, internals.states);
    return internals;
  };
  const { add } = CustomStateSet.prototype;
  CustomStateSet.prototype.add = function (this: CustomStateSet, name: string): CustomStateSet {
    set.set(this, (set.get(this) ?? new Set()).add(name));
    return add.call(this, name);
  };
}

/** The states that an element was in so far. */
export function statesOf(element: Element): readonly string[] {
  const own = sets.get(element);
  return own ? [...(set.get(own) ?? [])] : [];
}
