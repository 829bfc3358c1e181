import type { ContentNode } from '../../frameworks/scene.js';

/** Content as nodes of the page. */
export function buildContent(node: ContentNode): Node {
  if (typeof node === 'string') return document.createTextNode(node);
  const element = document.createElement(node.tag);
  for (const [name, value] of Object.entries(node.attributes)) element.setAttribute(name, value);
  element.append(...node.children.map(buildContent));
  return element;
}
