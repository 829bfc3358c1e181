import type { MarkupNode } from '../view/parse-view.js';
import type { Code } from '../findings/severities.js';
import { report } from '../findings/report.js';
import type { Finding } from '../findings/finding.js';
import { liveProperties, nativeProperties } from '../contract/passed.js';
import { matchesSchema } from '../runtime/matches-schema.js';
import { suggestion } from '../findings/nearest.js';
import { isGlobalAttribute, isNativeElement } from '../standards/standards.js';
import type { LibraryElement } from '../library/library-element.js';

/** What a step can do; each step does one thing. */
const ACTS = ['click', 'hover', 'focus', 'type', 'press', 'set', 'call', 'wait', 'expect'] as const;

/** Names that samples use are names of the contract. */
export function checkSamples({ contract, folder, view, samples, locateSample }: LibraryElement): Finding[] {
  const findings: Finding[] = [];
  const elements = new Set(elementsOf(view?.nodes ?? []));
  const note = (
    path: PropertyKey[],
    of: 'key' | 'value',
    code: Code,
    message: string,
    help: string,
  ): void => {
    const at = locateSample(path, of);
    findings.push(report(code, { file: folder.samples!.file, ...at }, message, help));
  };
  const known = {
    property: [
      ...contract.properties.map(({ name }) => name),
      ...Object.values(nativeProperties(contract)).map(({ property }) => property),
      ...liveProperties(contract),
    ],
    slot: contract.slots.map(({ name }) => name),
    event: contract.events.map(({ name }) => name),
    method: contract.methods.map(({ name }) => name),
    part: contract.parts.map(({ name }) => name),
    state: contract.states.map(({ name }) => name),
  };
  const name = (
    kind: keyof typeof known,
    value: string,
    path: PropertyKey[],
    of: 'key' | 'value' = 'key',
  ): void => {
    if (known[kind].includes(value)) return;
    const help = suggestion(value, known[kind], kind === 'property' ? 'properties' : `${kind}s`);
    note(path, of, `sample/unknown-${kind}`, `The contract has no ${kind} "${value}".`, help);
  };
  /** A plain word is a part, or the name of an element in the view; anything else is a selector. */
  const target = (value: string, path: PropertyKey[], of: 'key' | 'value' = 'key'): void => {
    if (!/^[A-Za-z][A-Za-z0-9-]*$/.test(value) || value === 'host') return;
    // Of what a class or a component draws nobody knows: there a tag's name is a selector.
    if (contract.implementation.kind !== 'view' && (isNativeElement(value) || value.includes('-'))) return;
    if (!elements.has(value)) name('part', value, path, of);
  };
  const attribute = (value: string, path: PropertyKey[]): void => {
    const names = contract.properties.flatMap((property) => property.attribute ?? []);
    if (names.includes(value) || isGlobalAttribute(value)) return;
    note(
      path,
      'key',
      'sample/unknown-attribute',
      `The contract has no attribute "${value}".`,
      suggestion(value, names, 'attributes'),
    );
  };
  /** A value that the property's type does not allow would only show its default. */
  const fits = (key: string, value: unknown, path: PropertyKey[]): void => {
    const property = contract.properties.find((one) => one.name === key);
    if (!property || value === null || property.kind === 'instance') return;
    if (property.kind === 'function')
      note(
        path,
        'value',
        'sample/value',
        `"${key}" takes a function, which no text can be.`,
        `Write "callbacks: { ${key}: null }" in the sample: a function that records its calls.`,
      );
    else if (!matchesSchema(value, property.schema, contract.definitions))
      note(
        path,
        'value',
        'sample/value',
        `This is no value of "${key}".`,
        'Give one that its type in the contract allows.',
      );
  };
  samples.forEach((sample, number) => {
    for (const key of Object.keys(sample.properties ?? {}))
      name('property', key, [number, 'properties', key]);
    for (const key of Object.keys(sample.callbacks ?? {})) {
      name('property', key, [number, 'callbacks', key]);
      if (
        known.property.includes(key) &&
        contract.properties.find((one) => one.name === key)?.kind !== 'function'
      )
        note(
          [number, 'callbacks', key],
          'key',
          'sample/value',
          `"${key}" takes no function.`,
          'Give its value under "properties".',
        );
    }
    for (const key of Object.keys(sample.slots ?? {})) {
      // One of a keyed slot's own, by its item.
      if (contract.slots.some((slot) => slot.each !== undefined && key.startsWith(`${slot.name}-`))) continue;
      name('slot', key, [number, 'slots', key]);
    }
    for (const [key, value] of Object.entries(sample.properties ?? {}))
      fits(key, value, [number, 'properties', key]);
    for (const property of contract.properties) {
      if (
        !property.required ||
        // No text holds an instance of a class.
        property.kind === 'instance' ||
        property.name in (sample.properties ?? {}) ||
        property.name in (sample.callbacks ?? {})
      )
        continue;
      note(
        [number, 'sample'],
        'value',
        'sample/missing',
        `This sample does not give "${property.name}", which the element needs.`,
        `Add "properties: { ${property.name}: … }".`,
      );
    }
    sample.steps?.forEach((step, place) => {
      const path = [number, 'steps', place];
      const acts = ACTS.filter((act) => step[act] !== undefined).length;
      if (acts !== 1) {
        const message = acts === 0 ? 'This step does nothing.' : 'This step does more than one thing.';
        note(path, 'value', 'sample/step', message, `Each step is one of: ${ACTS.join(', ')}.`);
      }
      if (step.call !== undefined) name('method', step.call, [...path, 'call'], 'value');
      for (const key of Object.keys(step.set ?? {})) name('property', key, [...path, 'set', key]);
      for (const [key, value] of Object.entries(step.set ?? {})) fits(key, value, [...path, 'set', key]);
      if (typeof step.wait === 'object') name('event', step.wait.event, [...path, 'wait', 'event'], 'value');
      const { expect } = step;
      if (expect?.event !== undefined) name('event', expect.event, [...path, 'expect', 'event'], 'value');
      for (const key of Object.keys(expect?.property ?? {}))
        name('property', key, [...path, 'expect', 'property', key]);
      for (const key of Object.keys(expect?.states ?? {}))
        name('state', key, [...path, 'expect', 'states', key]);
      if (expect?.called !== undefined && !(expect.called in (sample.callbacks ?? {})))
        note(
          [...path, 'expect', 'called'],
          'value',
          'sample/value',
          `The sample has no callback "${expect.called}".`,
          `Add "callbacks: { ${expect.called}: null }" to it.`,
        );
      for (const key of Object.keys(expect?.text ?? {})) target(key, [...path, 'expect', 'text', key]);
      expect?.visible?.forEach((part, at) => target(part, [...path, 'expect', 'visible', at]));
      expect?.hidden?.forEach((part, at) => target(part, [...path, 'expect', 'hidden', at]));
      if (expect?.focused !== undefined) target(expect.focused, [...path, 'expect', 'focused'], 'value');
      for (const key of Object.keys(expect?.attribute ?? {}))
        attribute(key, [...path, 'expect', 'attribute', key]);
      if (step.click !== undefined) target(step.click, [...path, 'click'], 'value');
      if (step.hover !== undefined) target(step.hover, [...path, 'hover'], 'value');
      if (step.focus !== undefined) target(step.focus, [...path, 'focus'], 'value');
      if (step.type !== undefined) target(step.type.into, [...path, 'type', 'into'], 'value');
    });
  });
  return findings;
}

/** The local names of all elements in a view, those that an element has by turns included. */
function elementsOf(nodes: readonly MarkupNode[]): string[] {
  return nodes.flatMap((node) => {
    if (node.kind === 'text') return [];
    const inner = elementsOf([...node.children, ...((node.kind === 'when' && node.otherwise) || [])]);
    return node.kind === 'element' ? [node.name, ...(node.dynamic?.among ?? []), ...inner] : inner;
  });
}
