import { innerRoot } from './inner-root.js';

/**
 * Names that each instance of an element makes for itself, so that no other has them: ids, and names of groups of radio buttons; in
 * nested elements too. Gives for each one that is the same in all instances, numbered in their order.
 */
export function instanceNames(node: Node, names = new Map<string, string>()): Map<string, string> {
  if (node instanceof Element) {
    if (node.id !== '') names.set(node.id, `id-${names.size + 1}`);
    if (
      node instanceof HTMLInputElement &&
      node.type === 'radio' &&
      node.name !== '' &&
      !names.has(node.name)
    )
      names.set(node.name, `group-${names.size + 1}`);
    const root = innerRoot(node);
    if (root !== node) instanceNames(root, names);
  }
  for (const child of node.childNodes) instanceNames(child, names);
  return names;
}
