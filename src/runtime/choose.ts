import { parentOf, removeBlock } from './blocks.js';
import { ALL, type Block, type BlockClass, type Place, type View } from './view.js';

/**
 * Shows a block of the wanted kind at a place, or none: keeps the one that is there if it is of that kind, otherwise
 * replaces it. Gives back the block that is shown now.
 */
export function choose(
  place: Place,
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
  const parent = parentOf(place);
  parent.insertBefore(block.root, parent === place ? null : place);
  return block;
}
