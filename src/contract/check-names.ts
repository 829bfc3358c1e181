import type { Code } from '../findings/severities.js';
import { suggestion } from '../findings/nearest.js';
import { isGlobalAttribute, isNativeElement, isNativeEvent, standardMember } from '../standards/standards.js';
import type { Contract, Trait } from './model.js';
import { isVariableName } from '../syntax/words.js';
import { kebabCase, tagProblem } from './names.js';
import type { Report } from './report.js';

/** What the browser calls and what built elements rely on; a contract cannot give it another meaning. */
const RESERVED = new Set([
  'constructor',
  'connectedCallback',
  'disconnectedCallback',
  'adoptedCallback',
  'attributeChangedCallback',
  'settled',
  'shadowRoot',
  'attachShadow',
  'attachInternals',
  'isConnected',
  'dispatchEvent',
  'getAttributeNames',
  'setAttribute',
  'removeAttribute',
]);

/** Members that every object has: code that is handed an element relies on them, and TypeScript on their types. */
const OF_OBJECTS = new Set(
  'toString valueOf hasOwnProperty isPrototypeOf propertyIsEnumerable toLocaleString'.split(' '),
);

type Named = Pick<Trait, 'properties' | 'methods' | 'events' | 'states' | 'cssProperties' | 'definitions'>;

/** Names of members are well formed, not given twice, and mean nothing else on every element. */
export function checkMemberNames(members: Named, report: Report): void {
  const taken = new Set<string>();
  for (const { name } of members.properties) checkMember('property', 'properties', name, taken, report);
  for (const { name, parameters } of members.methods) {
    checkMember('method', 'methods', name, taken, report);
    parameters.forEach((parameter, place) => {
      if (isVariableName(parameter.name)) return;
      report(
        'method/parameter',
        ['methods', name, 'parameters', place, 'name'],
        `"${parameter.name}" cannot be the name of a parameter.`,
        'Begin with a small letter; use letters and digits only, and no word that JavaScript keeps.',
        'value',
      );
    });
  }
  checkAttributes(members, report);
  for (const { name, relay } of members.events) checkEvent(name, relay, report);
  checkWords('state', 'states', members.states, report);
  for (const { name } of members.cssProperties) {
    if (/^--[A-Za-z0-9-]+$/.test(name)) continue;
    report(
      'style/property-name',
      ['cssProperties', name],
      `"${name}" is not a custom property.`,
      `Begin with two hyphens: "--${name.replace(/^-+/, '')}".`,
    );
  }
  for (const name of Object.keys(members.definitions)) {
    if (/^[A-Za-z][A-Za-z0-9-]*$/.test(name)) continue;
    report(
      'definition/name',
      ['definitions', name],
      `"${name}" cannot be the name of a definition.`,
      'Use letters, digits and hyphens.',
    );
  }
}

/** Names of the whole contract: the tag, slots, parts, and what they refer to. */
export function checkContractNames(contract: Contract, report: Report): void {
  const problem = tagProblem(contract.tag);
  if (problem) {
    const name = kebabCase(contract.tag)
      .replace(/^-/, '')
      .replace(/[^a-z0-9-]/g, '-')
      .replace(/-+$/, '');
    const mended = name.includes('-') && !tagProblem(name) ? name : `quay-${name}`;
    report(
      'tag/invalid',
      ['tag'],
      `The tag "${contract.tag}" ${problem}.`,
      `Write a name like "${mended}".`,
      'value',
    );
  }
  checkWords('slot', 'slots', contract.slots, report);
  checkWords('part', 'parts', contract.parts, report);
  for (const { name, accepts } of contract.slots) {
    accepts?.forEach((tag, place) => {
      if (isNativeElement(tag) || !tagProblem(tag)) return;
      report(
        'slot/accepts',
        ['slots', name, 'accepts', place],
        `"${tag}" is neither an element of HTML nor the name of a custom element.`,
        'Write tags as they stand in markup: a, button, quay-button.',
        'value',
      );
    });
  }
}

function checkMember(
  kind: 'property' | 'method',
  group: string,
  name: string,
  taken: Set<string>,
  report: Report,
): void {
  const path = [group, name];
  const standard = standardMember(name);
  if (!/^[a-z][A-Za-z0-9]*$/.test(name)) {
    report(
      `${kind}/name`,
      path,
      `"${name}" is not a name in camelCase.`,
      'Begin with a small letter; use letters and digits only.',
    );
  } else if (RESERVED.has(name) || (kind === 'property' && OF_OBJECTS.has(name))) {
    report(
      `${kind}/name`,
      path,
      `"${name}" is already a member that every element relies on.`,
      'Choose another name.',
    );
  } else if (taken.has(name)) {
    report(`${kind}/name`, path, `"${name}" is a property and a method at once.`, 'Rename one of them.');
  } else if (standard) {
    report(
      `${kind}/standard-member`,
      path,
      `Every HTML element already has a member "${name}" (of ${standard}), which people and frameworks expect to work.`,
      `Choose another name${kind === 'property' ? `, such as "${alternative(name)}"` : ''}.`,
    );
  } else if (/^on[a-z]/i.test(name) && kind === 'property') {
    report(
      'property/on-name',
      path,
      `Front-end frameworks take "${name}" for a listener: a name that begins with "on" does not arrive as a property.`,
      `Choose another name, such as "${name.charAt(2).toLowerCase()}${name.slice(3)}"; for something that happens, declare an event.`,
    );
  }
  taken.add(name);
}

const ALTERNATIVES: Record<string, string> = {
  title: 'heading',
  hidden: 'closed',
  style: 'look',
  lang: 'language',
  id: 'key',
  dir: 'direction',
};

function alternative(name: string): string {
  return ALTERNATIVES[name] ?? `${name}Text`;
}

function checkAttributes({ properties }: Named, report: Report): void {
  const taken = new Map<string, string>();
  for (const { name, attribute } of properties) {
    if (attribute === undefined) continue;
    const path = ['properties', name];
    const other = taken.get(attribute);
    taken.set(attribute, name);
    if (!/^[a-z][a-z0-9._-]*$/.test(attribute)) {
      report(
        'attribute/name',
        [...path, 'attribute'],
        `"${attribute}" cannot be the name of an attribute in HTML.`,
        'Write it in lower case with hyphens.',
        'value',
      );
    } else if (other !== undefined) {
      report(
        'attribute/name',
        path,
        `The attribute "${attribute}" already belongs to the property "${other}".`,
        'Give one of them another name with "attribute".',
      );
    } else if (isGlobalAttribute(attribute) && !standardMember(name)) {
      report(
        'attribute/global',
        path,
        `The attribute "${attribute}" already means something on every element.`,
        'Give the property another name, or its attribute one with "attribute".',
      );
    }
  }
}

function checkEvent(name: string, relay: string | undefined, report: Report): void {
  if (!/^[a-z][a-z0-9]*(-[a-z0-9]+)*$/.test(name)) {
    report(
      'event/name',
      ['events', name],
      `Some front-end frameworks cannot listen to an event named "${name}".`,
      `Use small letters and hyphens, such as "${kebabCase(name)
        .replace(/^-/, '')
        .replace(/[^a-z0-9]+/g, '-')}".`,
    );
  } else if (isNativeEvent(name) && relay === undefined) {
    report(
      'event/native',
      ['events', name],
      `Browsers dispatch an event "${name}" by themselves: a listener would hear both, and could not tell them apart.`,
      'Give it a name of its own, with a hyphen; or pass the event of a part on with "relay".',
    );
  }
}

function checkWords(
  kind: 'slot' | 'part' | 'state',
  group: string,
  list: readonly { name: string }[],
  report: Report,
): void {
  for (const { name } of list) {
    if (/^[A-Za-z][A-Za-z0-9-]*$/.test(name)) continue;
    report(
      `${kind}/name`,
      [group, name],
      `"${name}" is not a name for a ${kind}.`,
      'Use letters, digits and hyphens.',
    );
  }
}

/** A part that something in the contract refers to is one of its parts. */
export function checkPartReference(
  contract: Contract,
  code: Code,
  part: string,
  path: PropertyKey[],
  report: Report,
): void {
  const parts = contract.parts.map(({ name }) => name);
  if (parts.includes(part)) return;
  report(code, path, `The contract has no part "${part}".`, suggestion(part, parts, 'parts'), 'value');
}
