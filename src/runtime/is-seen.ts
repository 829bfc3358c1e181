/** True if this document is told what happens in a node: it is not in a closed root, its own or somebody's, nor in another document. */
export function isSeen(node: Node): boolean {
  const root = node.getRootNode();
  const { mode, host } = root as ShadowRoot;
  return root === document || (mode === 'open' && isSeen(host));
}
