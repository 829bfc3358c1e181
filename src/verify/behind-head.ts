/**
 * The nodes that are drawn: of a root that a server declared those behind the values and the style that stand before them, which end
 * with a comment.
 */
export function behindHead(root: Node): ChildNode[] {
  const nodes = [...root.childNodes];
  const end = nodes.findIndex((node) => node.nodeType === Node.COMMENT_NODE && node.nodeValue === ':');
  return nodes.slice(end + 1);
}
