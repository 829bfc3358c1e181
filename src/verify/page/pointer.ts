import { innerRoot } from '../inner-root.js';

/** The innermost element at a point of the viewport, through shadow roots. */
export function deepestAt(x: number, y: number): Element | null {
  let found = document.elementFromPoint(x, y);
  for (;;) {
    const root = found && innerRoot(found);
    const inner = root instanceof ShadowRoot ? root.elementFromPoint(x, y) : null;
    if (!inner || inner === found || inner.getRootNode() !== root) return found;
    found = inner;
  }
}

/** Listens until the next press of the pointer; the function given back tells whether it came to the target. */
export function arrivalAt(target: Element): () => boolean {
  let arrived = false;
  const hear = (): void => void (arrived = true);
  // On the target itself, a closed shadow root hides nothing.
  for (const type of ['pointerdown', 'mousedown', 'click'])
    target.addEventListener(type, hear, { capture: true });
  return () => {
    for (const type of ['pointerdown', 'mousedown', 'click'])
      target.removeEventListener(type, hear, { capture: true });
    return arrived;
  };
}
