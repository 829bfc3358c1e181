import type { Behavior } from '../behavior/read-behavior.js';
import type { Contract, Trait, TraitBehavior, TraitUse } from '../contract/model.js';
import { camelCase } from '../contract/names.js';
import { quoted } from '../literal.js';
import type { Task } from './view-plan.js';
import type { NameTable } from './resolve.js';

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

/** The name that a trait's behavior has in an emitted module. */
export function traitModule(trait: string): string {
  return `${camelCase(trait)}Trait`;
}

/** The element's inside as a trait knows it, as code: under its own names where they differ. */
export function traitInside({ trait, as }: TraitUse, inside: string): string {
  return Object.keys(as).length > 0 ? `${traitModule(trait)}Names(${inside})` : inside;
}

/** What follows names beside the nodes of the view: states of the host, what slots are given, the value of a form. */
export function tasksOf(
  contract: Contract,
  behavior: Behavior | undefined,
  traits: readonly AppliedTrait[],
  names: NameTable,
): Task[] {
  const tasks: Task[] = [];
  const state = (name: string, call: string, reads: string[]): void => {
    tasks.push({
      reads: new Set(reads),
      code: `setState(inside, ${quoted(name)}, ${call});`,
      runtime: ['setState'],
    });
  };
  for (const { name, reads } of behavior?.named.states.values() ?? []) {
    state(name, `behavior.states${member(name)}(inside)`, names.keysOf(reads));
  }
  for (const applied of traits) {
    for (const { name, reads } of applied.behavior.states) {
      const keys = reads?.map((property) => `property:${applied.as[property] ?? property}`) ?? ['*'];
      const call = `${traitModule(applied.trait)}.states${member(name)}(${traitInside(applied, 'inside')})`;
      state(name, call, keys);
    }
  }
  for (const { name, each, key } of contract.slots) {
    if (each === undefined || key === undefined) continue;
    tasks.push({
      reads: new Set([`property:${each}`, 'slots:templates']),
      code: `stampItems(inside, ${quoted(name)}, inside.host.${each}, ${quoted(key)});`,
      runtime: ['stampItems'],
    });
  }
  for (const { name, gives } of contract.slots) {
    if (gives.length === 0) continue;
    const own = new Set(contract.properties.map((property) => property.name));
    const entries = gives.map((given) => {
      if (behavior?.state.includes(given)) return `${given}: inside.state.${given}`;
      if (own.has(given)) return `${given}: inside.host.${given}`;
      return `${given}: (...values) => behavior.${given}(inside, ...values)`;
    });
    const reads = gives.flatMap((given) =>
      behavior?.state.includes(given) ? [`state:${given}`] : own.has(given) ? [`property:${given}`] : [],
    );
    tasks.push({
      reads: new Set([...reads, 'slots:templates']),
      code: `giveSlot(inside, ${quoted(name)}, { ${entries.join(', ')} });`,
      runtime: ['giveSlot'],
    });
  }
  const { form } = contract;
  if (form) {
    const inState = behavior?.state.includes(form.value) ?? false;
    tasks.push({
      reads: new Set([`${inState ? 'state' : 'property'}:${form.value}`]),
      code: `setFormValue(inside, inside.${inState ? 'state' : 'host'}.${form.value});`,
      runtime: ['setFormValue'],
    });
  }
  const validity = behavior?.exports.get('validity');
  if (form && validity) {
    tasks.push({
      reads: new Set(names.keysOf(validity.reads)),
      code: 'setValidity(inside, behavior.validity(inside));',
      runtime: ['setValidity'],
    });
  }
  return tasks;
}

function member(name: string): string {
  return /^[A-Za-z_$][\w$]*$/.test(name) ? `.${name}` : `[${quoted(name)}]`;
}
