import { innerRoot } from '../../verify/inner-root.js';

/** The shadow root of an element, open or closed; undefined if it has none. */
export function shadowOf(element: Element): ShadowRoot | undefined {
  const root = innerRoot(element);
  return root instanceof ShadowRoot ? root : undefined;
}

/** Elements below a node, those in shadow roots too. */
export function* allBelow(node: ParentNode): Generator<Element> {
  for (const element of node.querySelectorAll('*')) {
    yield element;
    const shadow = shadowOf(element);
    if (shadow) yield* allBelow(shadow);
  }
}

/** What is drawn for a node, in its order: a slot's content in place of the slot, a shadow root in place of children. */
export function flatChildren(node: Node): Node[] {
  if (node instanceof HTMLSlotElement) {
    const assigned = node.assignedNodes();
    return assigned.length > 0 ? assigned : [...node.childNodes];
  }
  const shadow = node instanceof Element ? shadowOf(node) : undefined;
  return [...(shadow ?? node).childNodes];
}

/** The text that is drawn for a node, with white space made one. */
export function drawnText(node: Node): string {
  const texts: string[] = [];
  const collect = (one: Node): void => {
    if (one instanceof Text) texts.push(one.data);
    else if (one instanceof Element && /^(?:script|style|template)$/.test(one.localName)) return;
    else {
      const isBlock = one instanceof Element && !/^(?:inline|contents)/.test(getComputedStyle(one).display);
      if (isBlock) texts.push(' ');
      flatChildren(one).forEach(collect);
      if (isBlock) texts.push(' ');
    }
  };
  collect(node);
  return texts.join('').replace(/\s+/g, ' ').trim();
}
