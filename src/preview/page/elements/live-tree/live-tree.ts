import type { TreeNode } from '../../../messages.js';
import type { LiveHost } from '../../../shapes.js';
import type { Inside } from './live-tree.contract.yaml';

export const results = {
  told: ({ trees }: Inside) => trees as { light?: TreeNode; shadow?: TreeNode; flat?: TreeNode },
  named: ({ hosts }: Inside) => hosts as unknown as readonly LiveHost[],
};

export function choose(tree: Inside, event: Event) {
  tree.emit('tree-choose', { host: (event.currentTarget as HTMLSelectElement).value });
}
