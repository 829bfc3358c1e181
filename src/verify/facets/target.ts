import { innerRoot } from '../inner-root.js';

/** What can have the focus by itself (HTML, section 6.6.2). */
export const FOCUSABLE = 'a[href], button, input, select, textarea, summary, [tabindex]';

/** The pseudo-elements of CSS by which a target is reached in other trees: `::slotted(b)`, `quay-pill::part(label)`. */
const SLOTTED = /^::slotted\((.+)\)$/;
const PART = /^(.+)::part\(([\w-]+)\)$/;

/**
 * The element that a sample names: a part, `host`, or by a selector inside the element; of its content by `::slotted(…)`, and a part
 * of an element inside by `…::part(…)`.
 */
export function findTarget(element: Element, target: string, parts: readonly string[]): Element | undefined {
  if (target === 'host') return element;
  const slotted = SLOTTED.exec(target)?.[1];
  if (slotted !== undefined) return [...element.children].find((child) => child.matches(slotted));
  const [, inner, part] = PART.exec(target) ?? [];
  if (inner !== undefined) {
    const found = findTarget(element, inner, parts);
    return found && (innerRoot(found).querySelector(`[part~="${part}"]`) ?? undefined);
  }
  const selector = parts.includes(target) ? `[part~="${target}"]` : target;
  return innerRoot(element).querySelector(selector) ?? element.querySelector(selector) ?? undefined;
}

/** Puts the focus on something; false if it, and all that is inside it, cannot have it. */
export function takesFocus(target: HTMLElement): boolean {
  target.focus();
  return hasFocus(target);
}

/** True if the focus is on an element or, for a custom element, somewhere inside it. */
export function hasFocus(target: Element): boolean {
  const { activeElement } = target.getRootNode() as Document | ShadowRoot;
  return activeElement === target;
}

/**
 * Could a person see it? It has a size, nothing hides it or makes it transparent, no box around it cuts it off, and it
 * is on the page.
 */
export function isVisible(element: Element | undefined): boolean {
  if (!element) return false;
  const { visibility, display } = getComputedStyle(element);
  if (visibility !== 'visible') return false;
  let box = boxOf(element, display);
  for (let node: Element | null = element; node; node = flatParent(node)) {
    const style = getComputedStyle(node);
    if (Number(style.opacity) === 0 || style.contentVisibility === 'hidden' || isClipped(style)) return false;
    if (
      node !== element &&
      style.overflowX !== 'visible' &&
      node !== document.documentElement &&
      node !== document.body
    )
      box = common(box, node.getBoundingClientRect());
    // What stands fixed is cut off by nothing around it.
    if (style.position === 'fixed') break;
  }
  const onPage = box.right + scrollX > 0 && box.bottom + scrollY > 0;
  return onPage && box.right > box.left && box.bottom > box.top;
}

/** Cut down to nothing, as what is meant for screen readers alone. */
function isClipped({ clipPath, clip }: CSSStyleDeclaration): boolean {
  return (
    /^inset\((?:50|100)%\)$/.test(clipPath) ||
    /^rect\((?:0px, 0px, 0px, 0px|1px, 1px, 1px, 1px)\)$/.test(clip)
  );
}

type Box = Pick<DOMRect, 'left' | 'right' | 'top' | 'bottom'>;

function boxOf(element: Element, display: string): Box {
  if (display !== 'contents') return element.getBoundingClientRect();
  const range = document.createRange();
  range.selectNodeContents(element);
  return range.getBoundingClientRect();
}

function common(one: Box, other: Box): Box {
  const left = Math.max(one.left, other.left);
  const top = Math.max(one.top, other.top);
  return {
    left,
    top,
    right: Math.max(left, Math.min(one.right, other.right)),
    bottom: Math.max(top, Math.min(one.bottom, other.bottom)),
  };
}

/** The parent in the flattened tree: slots and hosts stand between (CSS Scoping, section 3.4). */
function flatParent(node: Element): Element | null {
  if (node.assignedSlot) return node.assignedSlot;
  const parent = node.parentNode;
  if (parent instanceof ShadowRoot) return parent.host;
  return parent instanceof Element ? parent : null;
}
