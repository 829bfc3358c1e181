import { firstOf, lastOf, moveBlock, parentOf, removeBlock } from './blocks.js';
import { keep } from './kept.js';
import { ALL, type Block, type BlockClass, type Place, type View } from './view.js';

const NONE: readonly never[] = [];

/**
 * Shows one block for each item, in order, at a place. Blocks are kept by key, so that their nodes stay; only those
 * that are out of order move, as few as possible. Without a key, blocks are kept by their place in the list. Gives back
 * the blocks shown now.
 */
export function repeat(
  place: Place,
  blocks: readonly Block[] | undefined,
  list: Iterable<unknown> | null | undefined,
  Kind: BlockClass,
  outer: View,
  changed: number,
): readonly Block[] {
  const items = Array.isArray(list) ? (list as readonly unknown[]) : [...(list ?? NONE)];
  const before = blocks ?? NONE;
  if (before.length > 0) {
    if (before.length === items.length && updateInPlace(before, items, Kind, changed)) return before;
    const repetition = new Repetition(place, before, items, Kind, outer, changed);
    const after = repetition.update();
    repetition.restore?.();
    return after;
  }
  // An array that grows takes room for more than comes.
  const after = Array<Block>(items.length);
  if (items.length > 0) fill(after, items, 0, items.length, Kind, outer, parentOf(place), anchorOf(place));
  return after;
}

/** Hands each block the item at its place; false, with some of it done, where the keys are in another order. */
function updateInPlace(
  blocks: readonly Block[],
  items: readonly unknown[],
  { key, bits }: BlockClass,
  changed: number,
): boolean {
  for (let index = 0; index < blocks.length; index++) {
    const block = blocks[index]!;
    const item = items[index];
    let own = changed;
    if (block.item !== item) {
      if (key && key(block.item as never, index) !== key(item as never, index)) return false;
      block.item = item;
      own |= bits![0];
    }
    if (own) block.update(own);
  }
  return true;
}

/** The node before which a list ends; null where it ends with its parent. */
function anchorOf(place: Place): ChildNode | null {
  return place.nodeType === Node.COMMENT_NODE ? (place as ChildNode) : null;
}

/** Makes the blocks of some new items, and puts them before a node. */
function fill(
  after: Block[],
  items: readonly unknown[],
  start: number,
  end: number,
  Kind: BlockClass,
  outer: View,
  parent: Node,
  next: Node | null,
): void {
  for (let index = start; index < end; index++) {
    const block = new Kind(outer, items[index], index);
    block.update(ALL);
    after[index] = block;
    parent.insertBefore(block.root, next);
  }
}

/** One change of a list that is shown. */
class Repetition {
  readonly after: Block[] = [];
  readonly parent: Node;
  readonly anchor: ChildNode | null;
  /** Restores what the browser lost of what moved; undefined while nothing did. */
  restore: (() => void) | undefined;

  constructor(
    readonly place: Place,
    readonly before: readonly Block[],
    readonly items: readonly unknown[],
    readonly Kind: BlockClass,
    readonly outer: View,
    readonly changed: number,
  ) {
    this.parent = parentOf(place);
    this.anchor = anchorOf(place);
    this.after.length = items.length;
  }

  update(): readonly Block[] {
    const { before, items, after } = this;
    let start = 0;
    let oldEnd = before.length;
    let newEnd = items.length;
    if (newEnd === 0) {
      this.#removeAll();
      return after;
    }
    if (!this.Kind.key) {
      const both = Math.min(oldEnd, newEnd);
      while (start < both) this.#keep(before[start]!, start++);
    } else {
      for (;;) {
        while (start < oldEnd && start < newEnd && this.#same(start, start))
          this.#keep(before[start]!, start++);
        while (start < oldEnd && start < newEnd && this.#same(oldEnd - 1, newEnd - 1))
          this.#keep(before[--oldEnd]!, --newEnd);
        // Two that changed places, or a whole list that was turned around.
        const both = Math.min(oldEnd, newEnd) - start;
        if (both < 2 || !this.#same(start, newEnd - 1) || !this.#same(oldEnd - 1, start)) break;
        const [one, other] = [before[start]!, before[oldEnd - 1]!];
        if (this.#mustStay(one) || this.#mustStay(other)) break;
        const behind = lastOf(other).nextSibling;
        this.#move(other, firstOf(one));
        this.#move(one, behind);
        this.#keep(other, start++);
        oldEnd--;
        this.#keep(one, --newEnd);
      }
    }
    if (start === oldEnd)
      fill(after, items, start, newEnd, this.Kind, this.outer, this.parent, this.#nodeAt(newEnd));
    // What is left over at the end of a list without keys has none to look for.
    else if (start === newEnd) for (; start < oldEnd; start++) removeBlock(before[start]!);
    else this.#reorder(start, oldEnd, newEnd);
    return after;
  }

  /** The first node of a block that is in its place already, or what the list ends before. */
  #nodeAt(index: number): ChildNode | null {
    const block = this.after[index];
    return block ? firstOf(block) : this.anchor;
  }

  #move(block: Block, next: ChildNode | null): void {
    this.restore ??= keep(this.parent);
    moveBlock(block, this.parent, next);
  }

  /** What has the focus and would lose it if it moved; null where nothing has it, or the browser can move it as it is. */
  get #focused(): Element | null {
    if ('moveBefore' in this.parent) return null;
    return (this.parent.getRootNode() as Document | ShadowRoot).activeElement;
  }

  /** True for a block that others move around. */
  #mustStay(block: Block): boolean {
    const focused = this.#focused;
    if (!focused) return false;
    for (let node: ChildNode | null = firstOf(block), last = lastOf(block); node; node = node.nextSibling) {
      if (node.contains(focused)) return true;
      if (node === last) return false;
    }
    return false;
  }

  #keyOf(item: unknown, index: number): unknown {
    return this.Kind.key!(item as never, index);
  }

  #same(oldIndex: number, newIndex: number): boolean {
    const before = this.before[oldIndex]!.item;
    const now = this.items[newIndex];
    // A key that is made from the item alone need not be made for the very same item.
    if (before === now && this.Kind.key!.length < 2) return true;
    return this.#keyOf(before, oldIndex) === this.#keyOf(now, newIndex);
  }

  #keep(block: Block, index: number): void {
    const item = this.items[index];
    const [itemBit, indexBit] = this.Kind.bits!;
    let bits = this.changed;
    if (block.item !== item) {
      bits |= itemBit;
      block.item = item;
    }
    if (indexBit && block.index !== index) {
      bits |= indexBit;
      block.index = index;
    }
    this.after[index] = block;
    if (bits) block.update(bits);
  }

  #removeAll(): void {
    const { before, parent } = this;
    // Where the list is all that its parent holds, one call removes it.
    if (!this.anchor && firstOf(before[0]!) === parent.firstChild)
      (parent as ParentNode & Node).replaceChildren();
    else for (const block of before) removeBlock(block);
  }

  #reorder(start: number, oldEnd: number, newEnd: number): void {
    const { before, items, after, parent } = this;
    const places = new Map<unknown, number>();
    for (let index = start; index < oldEnd; index++)
      places.set(this.#keyOf(before[index]!.item, index), index);
    /** For each new place, the old place of its block, or -1. */
    const origins: number[] = [];
    const kept = new Set<number>();
    for (let index = start; index < newEnd; index++) {
      const key = this.#keyOf(items[index], index);
      const origin = places.get(key) ?? -1;
      places.delete(key);
      origins.push(origin);
      if (origin >= 0) kept.add(origin);
    }
    for (let index = start; index < oldEnd; index++) if (!kept.has(index)) removeBlock(before[index]!);

    const pinned = this.#focused ? origins.findIndex((at) => at >= 0 && this.#mustStay(before[at]!)) : -1;
    const staying = longestRun(pinned < 0 ? origins : around(origins, pinned));
    for (let at = origins.length - 1; at >= 0; at--) {
      const origin = origins[at]!;
      const index = start + at;
      const next = this.#nodeAt(index + 1);
      if (origin < 0) fill(after, items, index, index + 1, this.Kind, this.outer, parent, next);
      else {
        this.#keep(before[origin]!, index);
        if (!staying.has(at)) this.#move(after[index]!, next);
      }
    }
  }
}

/** Origins of which only those are left that can stay while the block at a place does: each longest run has that place in it. */
function around(origins: readonly number[], pinned: number): number[] {
  const own = origins[pinned]!;
  return origins.map((origin, place) =>
    place === pinned || (place < pinned ? origin < own : origin > own) ? origin : -1,
  );
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
