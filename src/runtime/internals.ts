const all = new WeakMap<HTMLElement, ElementInternals>();

/** What an element does as its platform's own controls do: forms, states, roles. They can be attached once. */
export function internalsOf(element: HTMLElement): ElementInternals {
  let internals = all.get(element);
  if (!internals) all.set(element, (internals = element.attachInternals()));
  return internals;
}
