/** The attribute for a property of ARIA: `aria-valuenow` for `ariaValueNow` (WAI-ARIA 1.3, section 10). */
function attributeOf(property: string): string {
  return property === 'role' ? 'role' : `aria-${property.slice(4).toLowerCase()}`;
}

const all = new WeakMap<Element, ElementInternals>();

/** Remembers the internals of elements that are made from now on. */
export function rememberInternals(): void {
  const { attachInternals } = HTMLElement.prototype;
  HTMLElement.prototype.attachInternals = function (this: HTMLElement): ElementInternals {
    const internals = attachInternals.call(this);
    all.set(this, internals);
    return internals;
  };
}

/** The internals of an element, if it has attached them. */
export function internalsOf(element: Element): ElementInternals | undefined {
  return all.get(element);
}

/** Roles and values of ARIA that an element gave to its internals, by attribute. */
export function ariaOfInternals(element: Element): { attribute: string; value: string }[] {
  const internals = all.get(element);
  const found: { attribute: string; value: string }[] = [];
  for (const name in internals) {
    if (name !== 'role' && !/^aria[A-Z]/.test(name)) continue;
    const value: unknown = internals[name as keyof ElementInternals];
    if (typeof value === 'string') found.push({ attribute: attributeOf(name), value });
  }
  return found;
}

/**
 * Writes roles and values that elements gave to their internals as attributes, where the consumer wrote none: an engine that
 * reads attributes sees them. Gives a function that takes them away.
 */
export function writeInternals(root: Element): () => void {
  const written: (() => void)[] = [];
  const visit = (element: Element): void => {
    for (const { attribute, value } of ariaOfInternals(element)) {
      if (element.hasAttribute(attribute)) continue;
      Element.prototype.setAttribute.call(element, attribute, value);
      written.push(() => Element.prototype.removeAttribute.call(element, attribute));
    }
    for (const child of element.shadowRoot?.children ?? []) visit(child);
    for (const child of element.children) visit(child);
  };
  visit(root);
  return () => {
    for (const erase of written) erase();
  };
}
