import { LIFECYCLE_EXPORTS } from '../behavior/read-behavior.js';
import type { Contract } from '../contract/model.js';
import type { Finding, Position } from '../findings/finding.js';
import { report } from '../findings/report.js';
import type { Code } from '../findings/severities.js';
import { meantBy, suggestion } from '../findings/nearest.js';
import type { Placed } from '../view/view-tree.js';
import type { LibraryElement } from '../library/library-element.js';
import { checkWrapped } from './wrapped.js';

/**
 * Do the files of an element keep what its contract promises? `others` are the contracts of the library's elements, by tag.
 */
export function checkAgreement(element: LibraryElement, others: ReadonlyMap<string, Contract>): Finding[] {
  const { contract, folder, tree, behavior } = element;
  const findings: Finding[] = [];
  const note = (code: Code, file: string, at: Position, message: string, help: string): void => {
    findings.push(report(code, { file, ...at }, message, help));
  };
  const inContract = (path: string[]): [string, Position] => [contract.file, contract.locate(path, 'key')];

  const { implementation } = contract;
  if (implementation.kind === 'view' && !folder.view) {
    note(
      'view/missing',
      ...inContract(['tag']),
      `The element "${contract.tag}" has no view.`,
      `Add ${folder.contract.file
        .replace(/\.contract\.\w+$/, '.html')
        .split('/')
        .pop()} beside the contract, or say what the contract wraps.`,
    );
  }
  findings.push(...checkWrapped(element));
  if (implementation.kind !== 'view') return findings;
  if (tree && element.view) {
    const { positions } = element.view;
    const inBoth = (
      kind: 'slot' | 'part',
      placed: readonly Placed[],
      promised: readonly { name: string }[],
    ): void => {
      const names = promised.map(({ name }) => name);
      for (const { name, offset } of placed) {
        if (names.includes(name)) continue;
        note(
          `${kind}/undeclared`,
          tree.file,
          positions.at(offset),
          name === 'default' && kind === 'slot'
            ? 'The view has an unnamed slot, but the contract declares no default slot.'
            : `The contract declares no ${kind} "${name}".`,
          `${suggestion(name, names, `${kind}s`)} Or declare it under "${kind}s" in the contract.`,
        );
      }
      const unknown = placed.map(({ name }) => name).filter((name) => !names.includes(name));
      const meant = meantBy(unknown, names);
      for (const name of names) {
        if (meant.has(name) || placed.some((other) => other.name === name)) continue;
        note(
          `${kind}/missing`,
          ...inContract([`${kind}s`, name]),
          `The contract promises the ${kind} "${name}", but the view has none.`,
          kind === 'slot'
            ? `Put ${name === 'default' ? '<slot></slot>' : `<slot name="${name}"></slot>`} into the view, or remove it here.`
            : `Put part="${name}" on an element of the view, or remove it here.`,
        );
      }
    };
    const { native } = contract.passthrough ?? {};
    const others = [...tree.controlTags].filter((tag) => tag !== native);
    if (native !== undefined && tree.controlTags.size > 0 && !tree.controlTags.has(native))
      note(
        'passthrough/other-element',
        contract.file,
        contract.locate(['passthrough', 'native']),
        `The part "${contract.passthrough!.to}" is <${others.join('> or <')}> in the view, not <${native}>.`,
        `Write "native: ${others[0]}", or make the part a <${native}>.`,
      );
    inBoth('slot', tree.slots, contract.slots);
    inBoth('part', tree.parts, contract.parts);
  }
  // One that is another method's already is not meant.
  const promised = new Set(contract.methods.map(({ name }) => name));
  for (const { name } of contract.methods) {
    if (behavior?.exports.get(name)?.kind === 'function') continue;
    if (element.traits.some((trait) => trait.behavior.exports.includes(name))) continue;
    note(
      'method/missing',
      ...inContract(['methods', name]),
      `The contract promises the method "${name}", but the behavior exports no function of that name.`,
      behavior
        ? suggestion(
            name,
            [...behavior.exports.keys()].filter((other) => !promised.has(other)),
            'exports',
          )
        : 'Add a behavior module beside the contract that exports it.',
    );
  }
  const { form } = contract;
  if (
    form &&
    !behavior?.state.includes(form.value) &&
    !contract.properties.some(({ name }) => name === form.value)
  ) {
    note(
      'form/value',
      contract.file,
      contract.locate(['form', 'value']),
      `"${form.value}" is neither a property nor a name of the state.`,
      suggestion(
        form.value,
        [...(behavior?.state ?? []), ...contract.properties.map(({ name }) => name)],
        'names',
      ),
    );
  }
  for (const { name, gives } of contract.slots) {
    const known = [
      ...contract.properties.map((property) => property.name),
      ...(behavior?.state ?? []),
      ...[...(behavior?.exports.values() ?? [])].flatMap((one) =>
        one.kind === 'function' ? [one.name] : [],
      ),
    ];
    gives.forEach((given, place) => {
      if (known.includes(given)) return;
      note(
        'slot/gives',
        contract.file,
        contract.locate(['slots', name, 'gives', place]),
        `"${given}" is neither a property, nor a name of the state, nor a function of the behavior.`,
        suggestion(given, known, 'names'),
      );
    });
  }
  const members = (kind: 'changes' | 'states', what: string, known: readonly string[]): void => {
    for (const { name, offset } of behavior?.named[kind].values() ?? []) {
      if (known.includes(name)) continue;
      note(
        'behavior/unknown-member',
        behavior!.file,
        behavior!.positions.at(offset),
        `"${kind}" has a function for "${name}", but the contract declares no such ${what}.`,
        suggestion(name, known, `${what} names`),
      );
    }
  };
  members(
    'changes',
    'property',
    contract.properties.map(({ name }) => name),
  );
  members(
    'states',
    'state',
    contract.states.map(({ name }) => name),
  );
  const events = contract.events.map(({ name }) => name);
  for (const { name, offset } of behavior?.emissions ?? []) {
    if (events.includes(name)) continue;
    note(
      'event/undeclared',
      behavior!.file,
      behavior!.positions.at(offset),
      `The event "${name}" is emitted, but the contract does not declare it.`,
      `${suggestion(name, events, 'events')} Or declare it under "events" in the contract.`,
    );
  }
  const unknownEvents = behavior?.emissions.map(({ name }) => name).filter((name) => !events.includes(name));
  const meantEvents = meantBy(unknownEvents ?? [], events);
  for (const name of events) {
    if (meantEvents.has(name)) continue;
    if (contract.events.find((event) => event.name === name)?.relay !== undefined) continue;
    if (element.traits.some((trait) => trait.behavior.emits.includes(name))) continue;
    if (behavior?.emitsUnknown || behavior?.emissions.some((emission) => emission.name === name)) continue;
    if (comesFromInside(name, element, others)) continue;
    note(
      'event/never-emitted',
      ...inContract(['events', name]),
      `The contract promises the event "${name}", but nothing emits it.`,
      'Emit it in the behavior, or remove it here.',
    );
  }
  const ownCalls = new Set<string>([
    ...LIFECYCLE_EXPORTS,
    ...contract.methods.map(({ name }) => name),
    ...contract.slots.flatMap(({ gives }) => gives),
  ]);
  const missing = contract.methods.map(({ name }) => name).filter((name) => !behavior?.exports.has(name));
  const meantMethods = meantBy(missing, [...(behavior?.exports.keys() ?? [])]);
  for (const { name, kind, offset } of behavior?.exports.values() ?? []) {
    if (meantMethods.has(name)) continue;
    if (kind !== 'function' || ownCalls.has(name) || tree?.calls.has(name)) continue;
    note(
      'behavior/unused',
      behavior!.file,
      behavior!.positions.at(offset),
      `The exported function "${name}" is used neither by the view nor as a method.`,
      'Use it, declare it as a method, or do not export it.',
    );
  }
  return findings;
}

/** True if an element of the view sends an event of this name that leaves the shadow root by itself. */
function comesFromInside(
  name: string,
  { contract, tree }: LibraryElement,
  others: ReadonlyMap<string, Contract>,
): boolean {
  return [...(tree?.uses ?? [])].some(
    (tag) =>
      tag !== contract.tag &&
      others.get(tag)?.events.some((event) => event.name === name && event.bubbles && event.composed),
  );
}
