const roots = new WeakMap<Element, ShadowRoot>();

/**
 * Remembers the shadow roots that are attached from now on: a page that verifies has to look into closed ones too,
 * which no consumer can.
 */
export function rememberRoots(): void {
  const { attachShadow } = Element.prototype;
  Element.prototype.attachShadow = function (this: Element, init: ShadowRootInit): ShadowRoot {
    const root = attachShadow.call(this, init);
    roots.set(this, root);
    return root;
  };
  const { attachInternals } = HTMLElement.prototype;
  HTMLElement.prototype.attachInternals = function (this: HTMLElement): ElementInternals {
    const internals = attachInternals.call(this);
    const { shadowRoot } = internals;
    // A closed root that a parser made is seen by nobody before the element asks for it.
    if (shadowRoot && innerRoot(this) === this) {
      roots.set(this, shadowRoot);
      for (const hear of listeners) hear(shadowRoot);
    }
    return internals;
  };
}

const listeners = new Set<(root: ShadowRoot) => void>();

/** Lets something be done with closed roots that a parser made when their elements first ask for them, until the function given back is called. */
export function whenDeclared(hear: (root: ShadowRoot) => void): () => void {
  listeners.add(hear);
  return () => void listeners.delete(hear);
}

/** What an element draws into: its shadow root, open or closed, or itself. */
export function innerRoot(element: Element): ShadowRoot | Element {
  return element.shadowRoot ?? roots.get(element) ?? element;
}
