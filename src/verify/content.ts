import { defaultTreeAdapter, parseFragment, type DefaultTreeAdapterTypes } from 'parse5';
import type { ContentNode } from '../frameworks/scene.js';

/** Content that a sample gives as HTML text, as nodes that each framework can write. Scripts and handlers are left out. */
export function parseContent(html: string): ContentNode[] {
  return parseFragment(html).childNodes.flatMap(toContent);
}

function toContent(node: DefaultTreeAdapterTypes.ChildNode): ContentNode[] {
  if (defaultTreeAdapter.isTextNode(node)) return node.value.trim() ? [node.value.replace(/\s+/g, ' ')] : [];
  if (!defaultTreeAdapter.isElementNode(node) || /^(script|style|template|iframe)$/.test(node.tagName))
    return [];
  const attributes = node.attrs
    .filter(({ name }) => !name.startsWith('on'))
    .map(({ name, value }) => [name, value] as const);
  return [
    {
      tag: node.tagName,
      attributes: Object.fromEntries(attributes),
      children: node.childNodes.flatMap(toContent),
    },
  ];
}

/** Names of all elements in content, at any depth, each once. */
export function tagsIn(nodes: readonly ContentNode[]): string[] {
  const found = new Set<string>();
  const look = (node: ContentNode): void => {
    if (typeof node === 'string') return;
    found.add(node.tag);
    node.children.forEach(look);
  };
  nodes.forEach(look);
  return [...found];
}

/** Content for a slot: each node says its name; text for a named slot is wrapped. */
export function intoSlot(nodes: readonly ContentNode[], slot: string): ContentNode[] {
  if (slot === 'default') return [...nodes];
  return nodes.map((node) =>
    typeof node === 'string'
      ? { tag: 'span', attributes: { slot }, children: [node] }
      : { ...node, attributes: { slot, ...node.attributes } },
  );
}
