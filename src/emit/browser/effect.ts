import {
  call,
  expression,
  identifier,
  literal,
  member,
  object,
  property,
  statements,
} from '../../syntax/build.js';
import type { TreeNode } from '../../syntax/tree.js';
import type { Effect, Origin } from '../../view/effects.js';
import type { Emission } from './emission.js';
import { traitInside, traitModule } from './traits.js';

/** The statement that lets something beside the nodes follow; `inside` is in scope there. */
export function effectStatement(effect: Effect, { runtime }: Emission): TreeNode {
  const told = (helper: string, ...values: TreeNode[]): TreeNode => {
    runtime.add(helper);
    return statements`${call(helper, [identifier('inside'), ...values])};`[0]!;
  };
  switch (effect.kind) {
    case 'state': {
      const { name, trait } = effect;
      const states = member(trait ? traitModule(trait.trait) : 'behavior', 'states');
      const inside = trait ? traitInside(trait, identifier('inside')) : identifier('inside');
      return told('setState', literal(name), call(member(states, name), [inside]));
    }
    case 'stamp': {
      const { slot, each, key } = effect;
      return told('stampItems', literal(slot), valueOf(each, 'property'), literal(key));
    }
    case 'give': {
      const given = effect.given.map(({ name, origin }) => property(name, valueOf(name, origin)));
      return told('giveSlot', literal(effect.slot), object(given));
    }
    case 'form-value':
      return told('setFormValue', valueOf(effect.name, effect.origin));
    case 'validity':
      return told('setValidity', expression`behavior.validity`);
  }
}

function valueOf(name: string, origin: Origin): TreeNode {
  if (origin === 'function') return expression`(...values) => behavior.${name}(inside, ...values)`;
  return member(member('inside', origin === 'state' ? 'state' : 'host'), name);
}
