import type { TreeNode } from '../../../messages.js';
import type { LiveFramework } from '../../../shapes.js';
import type { Inside } from './live-tree.contract.yaml';

export const results = {
  told: ({ trees }: Inside) => trees as { light?: TreeNode; shadow?: TreeNode; flat?: TreeNode },
  named: ({ frameworks }: Inside) => frameworks as unknown as readonly LiveFramework[],
};

export function choose(tree: Inside, event: Event) {
  tree.emit('tree-choose', { framework: (event.currentTarget as HTMLSelectElement).value });
}
