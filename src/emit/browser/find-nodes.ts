import { expression, identifier, literal, member, statements } from '../../syntax/build.js';
import type { TreeNode } from '../../syntax/tree.js';
import type { BlockLayout, NodeRef } from './layout.js';

/** Where the code of a block has a node: a field, its root, or a constant of the constructor. */
export function nodePlace(node: NodeRef, layout: BlockLayout): TreeNode {
  if (isRoot(node, layout)) return member(identifier('this'), 'root');
  if (isAtHand(node, layout)) return member(member(identifier('this'), 'root'), 'firstChild');
  return isPassing(node, layout) ? identifier(`${node.name}Node`) : member(identifier('this'), node.name);
}

function isRoot({ path }: NodeRef, { single }: BlockLayout): boolean {
  return single && path.length === 1;
}

/**
 * True for the text that a repeated block's root begins with, where nobody else has a hand in the root: it is looked up when it
 * changes, so that every row of a list keeps one object less alive.
 */
function isAtHand(
  node: NodeRef,
  { each, single, source, bindings, listeners, controls }: BlockLayout,
): boolean {
  const [root] = source.nodes;
  if (!each || !single || root?.kind !== 'element' || root.dynamic) return false;
  // Custom elements move what they are given; what is a part can be reached by an element's own code.
  if (root.name.includes('-') || root.part !== undefined) return false;
  const [binding, ...more] = bindings.filter((one) => one.node === node);
  const { path } = node;
  return (
    path.length === 2 &&
    path[1] === 0 &&
    binding?.kind === 'text' &&
    more.length === 0 &&
    !controls.includes(node) &&
    listeners.every((listener) => listener.node !== node)
  );
}

/** True for a node that only the constructor needs: it is listened to, and nothing else there could be meant. */
function isPassing(node: NodeRef, { bindings, listeners, controls }: BlockLayout): boolean {
  return (
    bindings.every((binding) => binding.node !== node) &&
    !controls.includes(node) &&
    listeners.every((listener) => listener.node === node)
  );
}

/** The statements that find each node that is needed, walking from one to the next. */
export function findNodes(layout: BlockLayout): TreeNode[] {
  return new NodeFinder(layout).statements();
}

class NodeFinder {
  readonly #refs = new Map<string, NodeRef>();
  /** Where nodes are that were found. */
  readonly #places = new Map<string, TreeNode>();
  /** How many of the wanted nodes lie at a path or below it. */
  readonly #below = new Map<string, number>();
  /** The place of the last child of each path that is wanted, or has something below it that is. */
  readonly #lastIn = new Map<string, number>();
  readonly #lines: TreeNode[] = [];
  #constants = 0;
  /** Siblings that the last walk passed. */
  #steps = 0;

  constructor(readonly layout: BlockLayout) {
    const { bindings, listeners, controls } = layout;
    for (const node of [...[...bindings, ...listeners].map((one) => one.node), ...controls])
      this.#refs.set(node.path.join(), node);
  }

  statements(): TreeNode[] {
    const wanted = [...this.#refs.values()].sort((a, b) => comparePaths(a.path, b.path));
    for (const { path } of wanted) {
      for (let depth = 1; depth <= path.length; depth++) {
        const key = path.slice(0, depth).join();
        this.#below.set(key, (this.#below.get(key) ?? 0) + 1);
        // They come in order, so that the last one stays.
        this.#lastIn.set(path.slice(0, depth - 1).join(), path[depth - 1]!);
      }
    }
    for (const { path } of wanted) this.#reach(path);
    return this.#lines;
  }

  /** Code that gives the node at a path; nodes that several walks start from get a place. */
  #reach(path: readonly number[]): TreeNode {
    const key = path.join();
    const known = this.#places.get(key);
    if (known) return known;
    const ref = this.#refs.get(key);
    const walk = this.#walk(path);
    if (ref) {
      const place = nodePlace(ref, this.layout);
      this.#places.set(key, place);
      if (place.type === 'Identifier') this.#lines.push(...statements`const ${place} = ${walk};`);
      else if (!isRoot(ref, this.layout) && !isAtHand(ref, this.layout))
        this.#lines.push(...statements`${place} = ${walk};`);
      return place;
    }
    if (this.layout.single && path.length === 1) return walk;
    if (this.#below.get(key)! < 2 && !(this.#steps > FEW && this.#leadsOn(path))) return walk;
    const constant = identifier(`node${++this.#constants}`);
    this.#lines.push(...statements`const ${constant} = ${walk};`);
    this.#places.set(key, constant);
    return constant;
  }

  /** True if a node that comes after this one in the same parent, or lies below one, is wanted too. */
  #leadsOn(path: readonly number[]): boolean {
    return path.at(-1)! < this.#lastIn.get(path.slice(0, -1).join())!;
  }

  /** Code that leads to a node from what was found already; notes how many siblings it passes. */
  #walk(path: readonly number[]): TreeNode {
    const root = member(identifier('this'), 'root');
    this.#steps = 0;
    if (path.length === 1 && this.layout.single) return root;
    const above = path.slice(0, -1);
    const place = path.at(-1)!;
    const parent = (): TreeNode => (above.length > 0 ? this.#reach(above) : root);
    for (let before = place - 1; before >= Math.max(0, place - MANY); before--) {
      const sibling = this.#places.get([...above, before].join());
      if (!sibling) continue;
      this.#steps = place - before;
      return following(sibling, place - before);
    }
    const code =
      place < MANY
        ? following(member(parent(), 'firstChild'), place)
        : expression`${parent()}.childNodes[${literal(place)}]`;
    this.#steps = place + 1;
    return code;
  }
}

/** Where a walk is longer, the node is kept for those that come after it, so that each is a few steps from the one before. */
const FEW = 2;

/** Beyond so many siblings, a node is counted from the start of its parent. */
const MANY = 8;

function following(node: TreeNode, count: number): TreeNode {
  let place = node;
  for (let done = 0; done < count; done++) place = member(place, 'nextSibling');
  return place;
}

function comparePaths(a: readonly number[], b: readonly number[]): number {
  for (let at = 0; at < Math.min(a.length, b.length); at++) if (a[at] !== b[at]) return a[at]! - b[at]!;
  return a.length - b.length;
}
