import type { Contract } from '../contract/model.js';
import { PositionIndex } from '../findings/finding.js';
import { effectsOf, type AppliedTrait } from './effects.js';
import { NameTable } from './resolve.js';
import type { Placed, ViewTree } from './view-tree.js';

/**
 * The tree of an element that shows a component: what it draws is the component's affair, so nothing of it is known
 * but what the contract promises; what follows names beside it is the same as in other elements.
 */
export function componentTree(contract: Contract, text: string, traits: readonly AppliedTrait[]): ViewTree {
  const placed = ({ name }: { name: string }): Placed => ({
    name,
    offset: 0,
    // What is promised must be seen in some sample, as of a class that somebody wrote.
    conditional: false,
    tags: undefined,
  });
  return {
    file: contract.file,
    positions: new PositionIndex(text),
    root: { nodes: [], namespace: 'html', loops: [], offset: 0 },
    effects: effectsOf(contract, undefined, traits, new NameTable(contract, undefined)),
    slots: contract.slots.map(placed),
    parts: contract.parts.map(placed),
    uses: new Set(),
    calls: new Set(),
    controlTags: new Set(contract.passthrough?.native === undefined ? [] : [contract.passthrough.native]),
    written: new Set(),
    asksFilled: contract.slots.length > 0,
    bound: new Set(),
  };
}
