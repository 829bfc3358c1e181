import {
  array,
  call,
  expression,
  identifier,
  member,
  method,
  object,
  property,
  statements,
} from '../../syntax/build.js';
import type { TreeNode } from '../../syntax/tree.js';
import type { Behavior } from '../../behavior/read-behavior.js';
import type { AppliedTrait } from '../../view/effects.js';
import { traitInside, traitModule } from './traits.js';

/** A function of the inside that runs at a moment of the element's life. */
export interface Moment {
  /** The function as a value. */
  value: TreeNode;
  /** A call of it with an inside. */
  with: (inside: TreeNode) => TreeNode;
}

/** Functions of this name in the behavior and in traits, in the order in which they run. */
export function momentsOf(
  name: string,
  behavior: Behavior | undefined,
  traits: readonly AppliedTrait[],
): Moment[] {
  const own = behavior?.exports.has(name) ? [moment(member('behavior', name))] : [];
  const others = traits
    .filter((applied) => applied.behavior.exports.includes(name))
    .map((applied) => {
      const target = member(traitModule(applied.trait), name);
      if (Object.keys(applied.as).length === 0) return moment(target);
      const run = (inside: TreeNode): TreeNode => call(target, [traitInside(applied, inside)]);
      return { value: expression`(inside) => ${run(identifier('inside'))}`, with: run };
    });
  return [...own, ...others];
}

function moment(value: TreeNode): Moment {
  return { value, with: (inside) => call(value, [inside]) };
}

/** One function that runs all of these; undefined if there is none. */
export function together(moments: readonly TreeNode[], runtime: Set<string>): TreeNode | undefined {
  if (moments.length < 2) return moments[0];
  runtime.add('together');
  return { ...call('together', moments), multiline: true };
}

/** Reactions to changes, by the property's name in the element. */
export function reactions(behavior: Behavior | undefined, traits: readonly AppliedTrait[]): TreeNode[] {
  const calls = new Map<string, TreeNode[]>();
  const add = (own: string, owner: string, name: string, inside: TreeNode): void => {
    const react = member(member(owner, 'changes'), name);
    const values = [inside, identifier('now'), identifier('before')];
    calls.set(own, [...(calls.get(own) ?? []), ...statements`${call(react, values)};`]);
  };
  for (const name of behavior?.named.changes.keys() ?? []) add(name, 'behavior', name, identifier('inside'));
  for (const applied of traits) {
    for (const name of applied.behavior.changes)
      add(
        applied.as[name] ?? name,
        traitModule(applied.trait),
        name,
        traitInside(applied, identifier('inside')),
      );
  }
  return [...calls].map(([name, list]) => method(name, ['inside', 'now', 'before'], list));
}

/** The results of a behavior: values that follow from others, each worked out once for a change of what it reads. */
export function resultsConstant(behavior: Behavior | undefined, runtime: Set<string>): TreeNode[] {
  const entries = [...(behavior?.named.results.values() ?? [])].map(({ name, reads }) => {
    runtime.add('result');
    const work = member(expression`behavior.results`, name);
    const inputs =
      reads === 'everything'
        ? undefined
        : [
            ...[...reads.properties].map((name) => member(expression`inside.host`, name)),
            ...[...reads.state].map((state) => member(expression`inside.state`, state)),
          ];
    const read = inputs && expression`(inside) => ${array(inputs)}`;
    return property(name, call('result', [work, read]));
  });
  if (entries.length === 0) return [];
  return statements`const results = ${object(entries, true)};`;
}
