import type { Sender } from './inside.js';
import { mark } from './view-element.js';

/** Which slots a consumer gave something to, by their names; text that is only white space is nothing. */
export function filledSlots({ host }: Sender): Record<string, boolean> {
  const filled: Record<string, boolean> = {};
  for (const node of host.childNodes) {
    // Nodes that come from another document have classes of its own.
    if (node.nodeType === 1) filled[(node as Element).slot || 'default'] = true;
    else if (node.nodeType === 3 && (node as Text).data.trim()) filled.default = true;
  }
  return filled;
}

/**
 * Marks the bits when that changes. A slot that is not shown tells nothing by itself, so the host's children are
 * observed, and their `slot` attributes.
 */
export function watchSlots(bits: number): (inside: Sender) => void {
  return ({ host }) => {
    const watchChild = (node: Node): void =>
      observer.observe(node, { attributes: true, attributeFilter: ['slot'], characterData: true });
    const observer = new MutationObserver((records) => {
      for (const { addedNodes } of records) addedNodes.forEach(watchChild);
      mark(host, bits);
    });
    observer.observe(host, { childList: true });
    host.childNodes.forEach(watchChild);
  };
}

/**
 * What fills a component's slots, by the names that it has for their content: what the framework shows of each, which
 * stays the same object, so that it sees that nothing changed.
 */
export function shownSlots(
  slots: Record<string, string>,
  slot: (name: string | undefined) => unknown,
): (inside: Sender) => Record<string, unknown> {
  const made = Object.entries(slots).map(
    ([taken, name]) => [taken, name, slot(name === 'default' ? undefined : name)] as const,
  );
  return (inside) => {
    const filled = filledSlots(inside);
    return Object.fromEntries(made.map(([taken, name, content]) => [taken, filled[name] && content]));
  };
}
