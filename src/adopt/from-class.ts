import type { ClassFacts, ComponentFacts } from '../components/read/facts.js';
import { camelCase, kebabCase } from '../contract/names.js';
import { isGlobalAttribute, standardMember } from '../standards/standards.js';
import { sourceMethod } from './source-method.js';
import type { Source, SourceProperty } from './source.js';

/** What is found in a class that extends HTMLElement. */
export function fromClass(
  tag: string,
  wraps: Record<string, string>,
  facts: ComponentFacts & { element: ClassFacts },
): Source {
  const { element } = facts;
  const unread: Source['unread'] = facts.unread.map((one) => ({ ...one, section: 'contract' as const }));
  const told: Source['told'] = [];
  const properties: SourceProperty[] = [];
  for (const member of facts.members) {
    const { name, type, description, deprecated } = member;
    if (type.kind === 'unknown') {
      unread.push({ section: 'properties', name, what: `its type, ${type.text}, ${type.why}` });
      continue;
    }
    if (standardMember(name) !== undefined || isGlobalAttribute(kebabCase(name))) {
      told.push({ name, what: 'left out: every element has it, whatever it does here' });
      continue;
    }
    const attribute = element.attributes.find((one) => camelCase(one) === name || one === name.toLowerCase());
    const textual =
      type.kind === 'schema' && !['array', 'object'].includes(String(type.schema.type)) && !type.schema.$ref;
    const isTrue = member.default && 'value' in member.default && member.default.value === true;
    if (isTrue)
      told.push({ name, what: 'is true by default, which no attribute can say: its default is left out' });
    properties.push({
      name,
      type,
      description,
      deprecated,
      required: false,
      default: isTrue ? undefined : member.default,
      attribute:
        attribute === undefined
          ? textual
            ? false
            : undefined
          : attribute === kebabCase(name)
            ? undefined
            : attribute,
      reflect: attribute !== undefined && element.reflected.includes(name),
    });
  }
  return {
    tag: element.tag ?? tag,
    summary: facts.description,
    description: undefined,
    wraps,
    properties,
    events: element.events.map(({ name, detail, bubbles, composed, cancelable }) => ({
      name,
      description: undefined,
      passed: detail ? [{ name: 'detail', type: detail, optional: false }] : [],
      cancelable,
      bubbles,
      composed,
    })),
    slots: facts.slots.map(({ name, description }) => ({ name, description })),
    methods: facts.methods
      .map(sourceMethod)
      .filter((method) => method !== undefined && method !== 'standard'),
    parts: element.parts.map((name) => ({ name, description: undefined })),
    cssProperties: element.cssProperties.map((name) => ({ name, description: undefined })),
    states: [],
    definitions: facts.definitions,
    form: element.form && properties.some(({ name }) => name === 'value') ? 'value' : undefined,
    encapsulation: element.closed ? 'closed' : element.shadow ? undefined : 'none',
    unread,
    told,
  };
}
