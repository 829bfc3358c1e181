import type { Block, Place } from './view.js';

/** Where blocks at a place stand: the place itself, or the parent of the comment that marks it. */
export function parentOf(place: Place): Node {
  return place.nodeType === Node.COMMENT_NODE ? place.parentNode! : place;
}

export function firstOf(block: Block): ChildNode {
  return block.first ?? (block.root as ChildNode);
}

export function lastOf(block: Block): ChildNode {
  return block.last ?? (block.root as ChildNode);
}

/** Takes a block's nodes out of the page. */
export function removeBlock(block: Block): void {
  const last = lastOf(block);
  let node: ChildNode | null = firstOf(block);
  while (node) {
    const next: ChildNode | null = node === last ? null : node.nextSibling;
    node.remove();
    node = next;
  }
}

/** Moves a block's nodes; where the browser can, with focus and what is playing left as it is. */
export function moveBlock(block: Block, parent: Node, next: ChildNode | null): void {
  const keeps = 'moveBefore' in parent && parent.isConnected;
  const last = lastOf(block);
  let node: ChildNode | null = firstOf(block);
  while (node) {
    const following: ChildNode | null = node === last ? null : node.nextSibling;
    if (keeps) (parent as ParentNode & Node).moveBefore(node, next);
    else parent.insertBefore(node, next);
    node = following;
  }
}
