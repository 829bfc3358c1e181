import { flatChildren } from './roots.js';

let boxes: HTMLElement | undefined;

/** Draws a frame around nodes, over whatever the page shows; around none it goes away. */
export function pointAt(nodes: readonly Node[]): void {
  boxes?.remove();
  boxes = undefined;
  if (nodes.length === 0) return;
  boxes = document.createElement('div');
  Object.assign(boxes.style, { position: 'fixed', inset: '0', pointerEvents: 'none', zIndex: '2147483647' });
  for (const { x, y, width, height } of nodes.flatMap(rectanglesOf)) {
    const box = document.createElement('div');
    Object.assign(box.style, {
      position: 'absolute',
      left: `${x - 2}px`,
      top: `${y - 2}px`,
      width: `${width + 4}px`,
      height: `${height + 4}px`,
      boxSizing: 'border-box',
      border: '2px solid #b3261e',
      borderRadius: '4px',
      background: '#b3261e22',
    });
    boxes.append(box);
  }
  document.documentElement.append(boxes);
}

/** True for what pointing draws itself. */
export function isPointer(node: Node): boolean {
  return boxes !== undefined && (node === boxes || boxes.contains(node));
}

/** Where a node is drawn; one without a box of its own, where its content is. */
function rectanglesOf(node: Node): DOMRect[] {
  if (node instanceof Element) {
    const own = node.getBoundingClientRect();
    if (own.width > 0 || own.height > 0) return [own];
  }
  if (node instanceof Text) {
    const range = document.createRange();
    range.selectNode(node);
    return [range.getBoundingClientRect()];
  }
  return flatChildren(node).flatMap(rectanglesOf);
}
