import type { TreeNode } from '../messages.js';
import { flatChildren, shadowOf } from './roots.js';

/** So many nodes of a tree are told at most: a person reads no more, and a message stays small. */
const MOST = 3000;

/** The trees of an element: what its consumer wrote, what is in its root, and what is drawn. */
export function treesOf(element: Element): { light: TreeNode; shadow: TreeNode | undefined; flat: TreeNode } {
  const shadow = shadowOf(element);
  return {
    light: new Teller((node) => [...node.childNodes]).tell(element),
    shadow: shadow && new Teller(inRoots).tell(shadow),
    flat: new Teller(flatChildren).tell(element),
  };
}

/** Children of a node in its root, with the roots of elements in it. */
function inRoots(node: Node): Node[] {
  const shadow = node instanceof Element ? shadowOf(node) : undefined;
  return [...(shadow ? [shadow] : []), ...node.childNodes];
}

const paths = new WeakMap<Node, string>();
const nodes = new Map<string, WeakRef<Node>>();
let count = 0;

/** A name by which the page can speak of a node. */
function pathOf(node: Node): string {
  const known = paths.get(node);
  if (known !== undefined) return known;
  const made = String(++count);
  paths.set(node, made);
  nodes.set(made, new WeakRef(node));
  return made;
}

/** The node that a path was given for, if it is there still. */
export function nodeAt(path: string): Node | undefined {
  return nodes.get(path)?.deref();
}

class Teller {
  #left = MOST;

  constructor(readonly children: (node: Node) => Node[]) {}

  tell(node: Node): TreeNode {
    this.#left--;
    const told = { path: pathOf(node), attributes: [], text: '', slot: '', children: [] };
    if (node instanceof Text)
      return { ...told, kind: 'text', name: '', text: shortened(node.data), slot: slotOf(node) };
    if (node instanceof Comment) return { ...told, kind: 'comment', name: '', text: shortened(node.data) };
    const children = this.#below(node);
    if (node instanceof ShadowRoot) return { ...told, kind: 'shadow', name: node.mode, children };
    const element = node as Element;
    return {
      ...told,
      kind: 'element',
      name: element.localName,
      attributes: element
        .getAttributeNames()
        .map((name) => [name, shortened(element.getAttribute(name) ?? '')]),
      slot: slotOf(element),
      children,
    };
  }

  #below(node: Node): TreeNode[] {
    const told: TreeNode[] = [];
    for (const child of this.children(node)) {
      if (this.#left <= 0) {
        told.push({
          path: '',
          kind: 'comment',
          name: '',
          attributes: [],
          text: 'and more',
          slot: '',
          children: [],
        });
        break;
      }
      if (child instanceof Text && child.data.trim() === '') continue;
      if (child instanceof Comment && child.data === '') continue;
      told.push(this.tell(child));
    }
    return told;
  }
}

/** The name of the slot that a node is assigned to; empty if to none. */
function slotOf({ assignedSlot }: Element | Text): string {
  return assignedSlot ? assignedSlot.name || 'default' : '';
}

function shortened(text: string): string {
  const one = text.replace(/\s+/g, ' ').trim();
  return one.length > 120 ? `${one.slice(0, 119)}…` : one;
}
