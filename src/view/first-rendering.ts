import type { Resolved } from './resolve.js';
import type { Block, ValuePart, ViewNode, ViewTree } from './view-tree.js';

/** Functions and results of the behavior that a first rendering runs; code of handlers is none of it. */
export function firstRenderingCalls({ root }: ViewTree): Set<string> {
  const names = new Set<string>();
  const take = ({ names: all }: Resolved): void => {
    for (const { free, meaning } of all)
      if (meaning.kind === 'function' || meaning.kind === 'result') names.add(free.name);
  };
  const takeParts = (parts: readonly ValuePart[]): void => {
    for (const part of parts) if (typeof part === 'object') take(part);
  };
  const look = (node: ViewNode): void => {
    switch (node.kind) {
      case 'text':
        return takeParts(node.parts);
      case 'element':
        if (node.dynamic) takeParts(node.dynamic.parts);
        for (const { parts } of node.bindings) takeParts(parts);
        return node.children.forEach(look);
      case 'when':
        take(node.condition);
        lookInto(node.chosen);
        return lookInto(node.otherwise);
      case 'each':
        take(node.list);
        return lookInto(node.block);
    }
  };
  const lookInto = (block: Block | undefined): void => block?.nodes.forEach(look);
  lookInto(root);
  return names;
}
