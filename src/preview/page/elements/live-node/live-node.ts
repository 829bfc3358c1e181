import type { TreeNode } from '../../../messages.js';
import type { Inside } from './live-node.contract.yaml';

const NOTHING: TreeNode = {
  path: '',
  kind: 'comment',
  name: '',
  attributes: [],
  text: '',
  slot: '',
  children: [],
};

export const results = {
  told: ({ node }: Inside): TreeNode => ({ ...NOTHING, ...node }),
};

export function point(node: Inside, path: string) {
  node.emit('node-point', { path });
}
