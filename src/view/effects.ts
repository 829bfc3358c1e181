import type { Behavior } from '../behavior/read-behavior.js';
import type { Contract, Trait, TraitBehavior, TraitUse } from '../contract/model.js';
import type { NameTable, ReadKeys } from './resolve.js';

/** A trait that an element has and that does something in it. */
export interface AppliedTrait extends TraitUse {
  behavior: TraitBehavior;
}

/** The traits of an element that have a behavior. */
export function appliedTraits(contract: Contract, traits: ReadonlyMap<string, Trait>): AppliedTrait[] {
  return contract.traits.flatMap((use) => {
    const behavior = traits.get(use.trait)?.behavior;
    return behavior ? [{ ...use, behavior }] : [];
  });
}

/** Where a name's value is: in the element's state, in its properties, or made by a function of the behavior. */
export type Origin = 'state' | 'property' | 'function';

/** Something beside the nodes of a view that follows names. */
export type Effect = { reads: ReadKeys } & (
  | { kind: 'state'; name: string; trait: AppliedTrait | undefined }
  | { kind: 'stamp'; slot: string; each: string; key: string }
  | { kind: 'give'; slot: string; given: { name: string; origin: Origin }[] }
  | { kind: 'form-value'; name: string; origin: Origin }
  | { kind: 'validity' }
);

/** What follows names beside the nodes: states of the host, what slots are given, the value of a form. */
export function effectsOf(
  contract: Contract,
  behavior: Behavior | undefined,
  traits: readonly AppliedTrait[],
  names: NameTable,
): Effect[] {
  const effects: Effect[] = [];
  for (const { name, reads } of behavior?.named.states.values() ?? [])
    effects.push({ kind: 'state', name, trait: undefined, reads: new Set(names.keysOf(reads)) });
  for (const trait of traits) {
    for (const { name, reads } of trait.behavior.states) {
      const keys = reads?.map((property) => `property:${trait.as[property] ?? property}`) ?? ['*'];
      effects.push({ kind: 'state', name, trait, reads: new Set(keys) });
    }
  }
  const own = new Set(contract.properties.map((property) => property.name));
  const originOf = (name: string): Origin =>
    behavior?.state.includes(name) ? 'state' : own.has(name) ? 'property' : 'function';
  for (const { name: slot, each, key } of contract.slots) {
    if (each === undefined || key === undefined) continue;
    const reads = new Set([`property:${each}`, 'slots:templates']);
    effects.push({ kind: 'stamp', slot, each, key, reads });
  }
  for (const { name: slot, gives } of contract.slots) {
    if (gives.length === 0) continue;
    const given = gives.map((name) => ({ name, origin: originOf(name) }));
    const reads = given.flatMap(({ name, origin }) => (origin === 'function' ? [] : [`${origin}:${name}`]));
    effects.push({ kind: 'give', slot, given, reads: new Set([...reads, 'slots:templates']) });
  }
  const { form } = contract;
  if (form) {
    const origin = behavior?.state.includes(form.value) ? 'state' : 'property';
    const reads = new Set([`${origin}:${form.value}`]);
    effects.push({ kind: 'form-value', name: form.value, origin, reads });
  }
  const validity = behavior?.exports.get('validity');
  if (form && validity) effects.push({ kind: 'validity', reads: new Set(names.keysOf(validity.reads)) });
  return effects;
}
