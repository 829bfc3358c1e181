import type { Behavior } from '../behavior/read-behavior.js';
import type { Contract } from '../contract/model.js';
import type { Finding } from '../findings/finding.js';
import { buildBlock } from './build-block.js';
import { effectsOf, type AppliedTrait } from './effects.js';
import type { ParsedView } from './parse-view.js';
import { NameTable } from './resolve.js';
import { ViewScope } from './view-scope.js';
import type { ViewTree } from './view-tree.js';

/**
 * Makes the tree of a view: names get their meanings, what is bound knows what it reads and what it becomes. `library`
 * holds the contracts of all elements by tag.
 */
export function buildViewTree(
  view: ParsedView,
  contract: Contract,
  behavior: Behavior | undefined,
  library: ReadonlyMap<string, Contract>,
  traits: readonly AppliedTrait[] = [],
): { tree: ViewTree; findings: Finding[] } {
  const names = new NameTable(contract, behavior);
  const scope = new ViewScope(view, names, library, contract);
  const root = buildBlock(view.nodes, scope, {
    loops: [],
    offset: 0,
    conditional: false,
    namespace: 'html',
    keepsSpace: false,
  });
  const effects = effectsOf(contract, behavior, traits, names);
  const { file, positions } = view;
  return { tree: { file, positions, root, effects, ...scope.seen }, findings: scope.findings };
}
