import { removeBlock } from './choose.js';
import { ALL, type Block, type BlockClass, type View } from './view.js';

const NONE: readonly never[] = [];

/**
 * Shows one block for each item, in order, before the anchor. Blocks are kept by key, so that their nodes
 * stay; only those that are out of order move, as few as possible. Gives back the blocks shown now.
 */
export function repeat(
  anchor: ChildNode,
  blocks: readonly Block[] | undefined,
  list: Iterable<unknown> | null | undefined,
  Kind: BlockClass,
  outer: View,
  changed: number,
): readonly Block[] {
  const items = Array.isArray(list) ? (list as readonly unknown[]) : [...(list ?? NONE)];
  const before = blocks ?? NONE;
  const keyOf = Kind.key ?? ((_item: unknown, index: number) => index);
  const after: Block[] = [];
  after.length = items.length;

  const make = (index: number): Block => {
    const block = new Kind(outer, items[index], index);
    block.update(ALL);
    return (after[index] = block);
  };
  const keep = (block: Block, index: number): void => {
    const item = items[index];
    let bits = changed;
    if (block.item !== item) bits |= Kind.bits![0];
    if (block.index !== index) bits |= Kind.bits![1];
    block.item = item;
    block.index = index;
    after[index] = block;
    if (bits) block.update(bits);
  };
  const same = (block: Block, index: number): boolean =>
    keyOf(block.item as never, block.index!) === keyOf(items[index] as never, index);

  let start = 0;
  let oldEnd = before.length;
  let newEnd = items.length;
  while (start < oldEnd && start < newEnd && same(before[start]!, start)) keep(before[start]!, start++);
  while (start < oldEnd && start < newEnd && same(before[oldEnd - 1]!, newEnd - 1))
    keep(before[--oldEnd]!, --newEnd);

  if (start === oldEnd) {
    if (start < newEnd) {
      const added = document.createDocumentFragment();
      for (let index = start; index < newEnd; index++) added.append(make(index).root);
      (after[newEnd]?.first ?? anchor).before(added);
    }
    return after;
  }
  if (start === newEnd) {
    for (let index = start; index < oldEnd; index++) removeBlock(before[index]!);
    return after;
  }

  const places = new Map<unknown, number>();
  for (let index = start; index < oldEnd; index++) {
    const block = before[index]!;
    places.set(keyOf(block.item as never, block.index!), index);
  }
  /** For each new place, the old place of its block, or -1. */
  const origins: number[] = [];
  const kept = new Set<number>();
  for (let index = start; index < newEnd; index++) {
    const key = keyOf(items[index] as never, index);
    const origin = places.get(key) ?? -1;
    places.delete(key);
    origins.push(origin);
    if (origin >= 0) kept.add(origin);
  }
  for (let index = start; index < oldEnd; index++) if (!kept.has(index)) removeBlock(before[index]!);

  const staying = longestRun(origins);
  let next: ChildNode = after[newEnd]?.first ?? anchor;
  for (let at = origins.length - 1; at >= 0; at--) {
    const origin = origins[at]!;
    const index = start + at;
    if (origin < 0) next.before(make(index).root);
    else {
      keep(before[origin]!, index);
      if (!staying.has(at)) moveBlock(after[index]!, next);
    }
    next = after[index]!.first;
  }
  return after;
}

/** Moves a block's nodes; where the browser can, with focus, selection and what is playing left as it is. */
function moveBlock(block: Block, next: ChildNode): void {
  const parent = next.parentNode as ParentNode & Node;
  const keeps = 'moveBefore' in parent && parent.isConnected;
  let node: ChildNode | null = block.first;
  while (node) {
    const following: ChildNode | null = node === block.last ? null : node.nextSibling;
    if (keeps) parent.moveBefore(node, next);
    else parent.insertBefore(node, next);
    node = following;
  }
}

/** The places of a longest run of growing origins: blocks there keep their order and need not move. */
function longestRun(origins: readonly number[]): Set<number> {
  /** ends[n]: the place where a run of n + 1 ends with the least origin. */
  const ends: number[] = [];
  const previous: number[] = [];
  for (const [place, origin] of origins.entries()) {
    if (origin < 0) continue;
    let low = 0;
    let high = ends.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (origins[ends[middle]!]! < origin) low = middle + 1;
      else high = middle;
    }
    previous[place] = ends[low - 1] ?? -1;
    ends[low] = place;
  }
  const run = new Set<number>();
  for (let place = ends.at(-1) ?? -1; place >= 0; place = previous[place]!) run.add(place);
  return run;
}
