/** Controls of which a part of the text can be selected. */
type Written = HTMLInputElement | HTMLTextAreaElement;

/**
 * Remembers what browsers lose of nodes that move: the focus, the selection in a control, how far things are scrolled.
 * Even `moveBefore` (DOM, section 4.2.4) keeps not all of it everywhere. The function given back restores what is lost.
 */
export function keep(parent: Node): () => void {
  const root = parent.getRootNode() as Document | ShadowRoot;
  const active = root.activeElement as (HTMLElement & Partial<Written>) | null;
  const focused = active && parent.contains(active) ? active : null;
  const selection = focused ? selectionOf(focused) : [];
  const scrolled: [element: Element, left: number, top: number][] = [];
  if (!('moveBefore' in parent)) {
    for (const element of (parent as Element).querySelectorAll('*')) {
      const { scrollLeft, scrollTop } = element;
      if (scrollLeft || scrollTop) scrolled.push([element, scrollLeft, scrollTop]);
    }
  }
  return () => {
    for (const [element, left, top] of scrolled) element.scrollTo({ left, top, behavior: 'instant' });
    if (!focused?.isConnected) return;
    if (root.activeElement !== focused) focused.focus({ preventScroll: true });
    const now = selectionOf(focused);
    if (selection.some((part, place) => part !== now[place]))
      (focused as Written).setSelectionRange(...(selection as Selected));
  };
}

type Selected = [start: number, end: number, direction: 'forward' | 'backward' | 'none'];

/** Where the selection of a control begins and ends, and its direction; nothing in all three places where it has none. */
function selectionOf({ selectionStart, selectionEnd, selectionDirection }: Partial<Written>): unknown[] {
  return [selectionStart, selectionEnd, selectionDirection];
}
