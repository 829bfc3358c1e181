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
}

/** What an element draws into: its shadow root, open or closed, or itself. */
export function innerRoot(element: Element): ShadowRoot | Element {
  return element.shadowRoot ?? roots.get(element) ?? element;
}
