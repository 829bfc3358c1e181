import { ALL, type Block, type BlockClass, type View } from './view.js';

/** Takes a block's nodes out of the page. */
export function removeBlock(block: Block): void {
  let node: ChildNode | null = block.first;
  while (node) {
    const next: ChildNode | null = node === block.last ? null : node.nextSibling;
    node.remove();
    node = next;
  }
}

/**
 * Shows a block of the wanted kind before the anchor, or none: keeps the one that is there if it is of
 * that kind, otherwise replaces it. Gives back the block that is shown now.
 */
export function choose(
  anchor: ChildNode,
  current: Block | undefined,
  Wanted: BlockClass | undefined,
  outer: View,
  changed: number,
): Block | undefined {
  if (current) {
    if (current.constructor === Wanted) {
      current.update(changed);
      return current;
    }
    removeBlock(current);
  }
  if (!Wanted) return undefined;
  const block = new Wanted(outer);
  block.update(ALL);
  anchor.before(block.root);
  return block;
}
