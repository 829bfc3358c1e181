import { suggestion } from '../findings/nearest.js';
import type { Contract, Shared, Trait } from './model.js';
import { kebabCase } from './names.js';
import type { Report } from './report.js';

/**
 * Adds to a contract what its traits bring: those it lists and those that every element of the library has.
 * A trait that is named twice counts once.
 */
export function applyTraits(contract: Contract, shared: Shared, report: Report): void {
  const listed = new Set<string>();
  contract.traits.forEach((use, place) => {
    const trait = shared.traits.get(use.trait);
    if (!trait) {
      report(
        'trait/unknown',
        ['traits', place],
        `There is no trait "${use.trait}".`,
        suggestion(use.trait, shared.traits.keys(), 'traits'),
        'value',
      );
    } else if (listed.has(use.trait)) {
      report(
        'trait/twice',
        ['traits', place],
        `The trait "${use.trait}" is listed twice; it applies once.`,
        'Remove one of the two.',
        'value',
      );
    } else addTrait(contract, trait, use.as, ['traits', place], report);
    listed.add(use.trait);
  });
  contract.traits = contract.traits.filter(
    ({ trait }, place, all) => all.findIndex((other) => other.trait === trait) === place,
  );
  for (const name of shared.everywhere) {
    const trait = shared.traits.get(name);
    if (!trait || listed.has(name)) continue;
    contract.traits.push({ trait: name, as: {} });
    addTrait(contract, trait, {}, ['tag'], report);
  }
}

function addTrait(
  contract: Contract,
  trait: Trait,
  as: Record<string, string>,
  path: PropertyKey[],
  report: Report,
): void {
  const own = trait.properties.map(({ name }) => name);
  for (const name of Object.keys(as)) {
    if (!own.includes(name)) {
      report(
        'trait/property',
        [...path, 'as', name],
        `The trait "${trait.name}" has no property "${name}".`,
        suggestion(name, own, 'properties'),
      );
    }
  }
  const clash = (kind: string, name: string): void =>
    report(
      'trait/clash',
      path,
      `The trait "${trait.name}" brings ${kind} "${name}", which the element already has.`,
      kind === 'a property'
        ? `Give one another name here: { trait: ${trait.name}, as: { ${name}: otherName } }.`
        : 'Rename it, or leave the trait out.',
      'value',
    );
  for (const property of trait.properties) {
    const name = as[property.name] ?? property.name;
    if ([...contract.properties, ...contract.methods].some((other) => other.name === name)) {
      clash('a property', name);
      continue;
    }
    const attribute =
      property.attribute !== undefined && name !== property.name ? kebabCase(name) : property.attribute;
    contract.properties.push({ ...property, name, attribute });
  }
  const add = <Item extends { name: string }>(kind: string, list: Item[], items: readonly Item[]): void => {
    for (const item of items) {
      if (list.some(({ name }) => name === item.name)) clash(kind, item.name);
      else list.push(item);
    }
  };
  add('an event', contract.events, trait.events);
  add('a method', contract.methods, trait.methods);
  add('a state', contract.states, trait.states);
  add('a custom property', contract.cssProperties, trait.cssProperties);
  contract.definitions = { ...trait.definitions, ...contract.definitions };
}
