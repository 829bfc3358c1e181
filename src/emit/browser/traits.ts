import type { TraitUse } from '../../contract/model.js';
import { camelCase } from '../../contract/names.js';
import { call } from '../../syntax/build.js';
import type { TreeNode } from '../../syntax/tree.js';

/** The name that a trait's behavior has in an emitted module. */
export function traitModule(trait: string): string {
  return `${camelCase(trait)}Trait`;
}

/** The function that gives the inside as a trait knows it. */
export function traitNames(trait: string): string {
  return `${traitModule(trait)}Names`;
}

/** The element's inside as a trait knows it, as code: under its own names where they differ. */
export function traitInside({ trait, as }: TraitUse, inside: TreeNode): TreeNode {
  return Object.keys(as).length > 0 ? call(traitNames(trait), [inside]) : inside;
}
