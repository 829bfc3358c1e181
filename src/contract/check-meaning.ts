import { suggestion } from '../findings/nearest.js';
import { isNativeElement, nativeAttributes, nativeElements } from '../standards/standards.js';
import { checkPartReference } from './check-names.js';
import type { Contract } from './model.js';
import { followReference } from './references.js';
import type { Report } from './report.js';

/** What the keys of a contract say together: slots and encapsulation, passthrough, relays. */
export function checkMeaning(contract: Contract, report: Report): void {
  checkEncapsulation(contract, report);
  checkKeyedSlots(contract, report);
  checkPassthrough(contract, report);
  checkVariants(contract, report);
  for (const { name, relay } of contract.events) {
    if (relay !== undefined)
      checkPartReference(contract, 'event/relay', relay, ['events', name, 'relay'], report);
  }
}

function checkEncapsulation(
  { encapsulation, slots, parts, passthrough, variants, events }: Contract,
  report: Report,
): void {
  if (encapsulation !== 'none') return;
  if (slots.length > 0) {
    report(
      'slot/no-shadow',
      ['slots'],
      'Without a shadow root there are no slots: what a consumer gives and what the element draws would share one place.',
      'Remove "encapsulation: none", or remove the slots.',
    );
  }
  // A part is also how the contract itself names a node.
  const served = new Set([
    passthrough?.to,
    ...variants.map(({ part }) => part),
    ...events.map(({ relay }) => relay),
  ]);
  if (parts.some(({ name }) => !served.has(name))) {
    report(
      'part/no-shadow',
      ['parts'],
      'Without a shadow root there is no ::part(): the page styles what is inside directly.',
      'Remove the parts, or remove "encapsulation: none".',
    );
  }
}

function checkKeyedSlots(contract: Contract, report: Report): void {
  const arrays = contract.properties.filter(({ kind }) => kind === 'array');
  for (const { name, each, key, gives } of contract.slots) {
    const path = ['slots', name];
    if (each !== undefined && gives.length > 0) {
      report(
        'slot/keyed',
        [...path, 'gives'],
        `The keyed slot "${name}" gives its items already; it can give nothing else.`,
        'Remove "gives", or make it a slot of its own.',
      );
    }
    if (each === undefined) {
      if (key !== undefined) {
        report(
          'slot/keyed',
          [...path, 'key'],
          `The slot "${name}" has a key but no list that it belongs to.`,
          'Add "each" with the name of an array property.',
        );
      }
      continue;
    }
    const list = arrays.find((property) => property.name === each);
    if (!list) {
      const names = arrays.map((property) => property.name);
      report(
        'slot/keyed',
        [...path, 'each'],
        `"${each}" is no array property of the contract.`,
        suggestion(each, names, 'array properties'),
        'value',
      );
      continue;
    }
    if (key === undefined) {
      report(
        'slot/keyed',
        path,
        `The keyed slot "${name}" does not say which member tells the items apart.`,
        'Add "key", such as "key: id".',
      );
      continue;
    }
    const item = followReference(list.schema.items ?? {}, contract.definitions);
    const members = Object.keys(item.properties ?? {});
    if (item.properties && !members.includes(key)) {
      report(
        'slot/keyed',
        [...path, 'key'],
        `The items of "${each}" have no member "${key}".`,
        suggestion(key, members, 'members'),
        'value',
      );
    }
  }
}

/** Classes belong to parts, and to values that a property can have. */
function checkVariants(contract: Contract, report: Report): void {
  for (const { part, byProperty } of contract.variants) {
    checkPartReference(contract, 'variant/unknown', part, ['variants', part], report);
    for (const [name, classes] of Object.entries(byProperty)) {
      const path = ['variants', part, name];
      const choosing = contract.properties.filter(({ kind }) => kind === 'enum' || kind === 'boolean');
      const property = choosing.find((other) => other.name === name);
      if (typeof classes === 'string' || !property) {
        report(
          'variant/unknown',
          path,
          `"${name}" is no enum or boolean property of the contract.`,
          suggestion(name, ['always', ...choosing.map((other) => other.name)], 'names'),
        );
        continue;
      }
      const values =
        property.kind === 'boolean' ? ['true', 'false'] : (property.schema.enum ?? []).map(String);
      for (const value of Object.keys(classes)) {
        if (values.includes(value)) continue;
        report(
          'variant/unknown',
          [...path, value],
          `"${name}" cannot have the value "${value}".`,
          suggestion(value, values, 'values'),
        );
      }
    }
  }
}

function checkPassthrough(contract: Contract, report: Report): void {
  const { passthrough } = contract;
  if (!passthrough) return;
  checkPartReference(contract, 'passthrough/part', passthrough.to, ['passthrough', 'to'], report);
  const { native, except } = passthrough;
  if (native !== undefined && !isNativeElement(native)) {
    report(
      'passthrough/native',
      ['passthrough', 'native'],
      `There is no HTML element "${native}".`,
      suggestion(native, nativeElements(), 'elements'),
      'value',
    );
    return;
  }
  const brought = Object.keys(native === undefined ? {} : nativeAttributes(native));
  except.forEach((name, place) => {
    if (native !== undefined && !brought.includes(name)) {
      report(
        'passthrough/except',
        ['passthrough', 'except', place],
        `"native: ${native}" does not bring in an attribute "${name}", so nothing is kept out.`,
        suggestion(name, brought, 'attributes'),
        'value',
      );
    }
  });
}
