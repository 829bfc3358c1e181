import { propertyForAttribute, type Contract, type Property } from '../contract/model.js';
import { suggestion } from '../findings/nearest.js';
import { isGlobalAttribute, isNativeEvent, nativeAttributes } from '../standards/standards.js';
import type { ExpressionProblem } from './expression.js';
import type { MarkupElement, MarkupNode } from './parse-view.js';

/** What is wrong with how a view uses an element whose contract is known: attributes, required properties, events. */
export function usageProblems(node: MarkupElement, contract: Contract): ExpressionProblem[] {
  const problems: ExpressionProblem[] = [];
  const native = contract.passthrough?.native;
  const passed = new Set(native === undefined ? [] : Object.keys(nativeAttributes(native)));
  const takesAny = contract.passthrough !== undefined && native === undefined;
  for (const { name, offset } of node.attributes) {
    if (isGlobalAttribute(name) || passed.has(name) || takesAny || propertyForAttribute(contract, name))
      continue;
    const attributes = contract.properties.flatMap(({ attribute, name: property }) => attribute ?? property);
    problems.push({
      code: 'attribute/unknown',
      message: `<${node.name}> has no attribute or property "${name}".`,
      help: suggestion(name, attributes, 'attributes'),
      offset,
    });
  }
  for (const attribute of node.attributes) {
    const property = propertyForAttribute(contract, attribute.name);
    const text = attribute.parts.every((part) => typeof part === 'string')
      ? attribute.parts.join('')
      : undefined;
    if (!property || text === undefined) continue;
    const problem = textProblem(node.name, attribute.name, property, text);
    if (problem) problems.push({ ...problem, offset: attribute.offset });
  }
  for (const property of contract.properties.filter(({ required }) => required)) {
    if (node.attributes.some(({ name }) => propertyForAttribute(contract, name) === property)) continue;
    problems.push({
      code: 'property/missing',
      message: `<${node.name}> needs its property "${property.name}", which is not given here.`,
      help: `Add ${property.attribute ?? property.name.toLowerCase()}="…" to it.`,
      offset: node.offset,
    });
  }
  const events = contract.events.map(({ name }) => name);
  for (const { type, code } of node.listeners) {
    if (isNativeEvent(type) || events.includes(type)) continue;
    problems.push({
      code: 'event/unknown',
      message: `<${node.name}> has no event "${type}".`,
      help: suggestion(type, events, 'events'),
      offset: code.toFile(0),
    });
  }
  return problems;
}

/** What is wrong with a plain text that a property is given. */
function textProblem(
  tag: string,
  attribute: string,
  { kind, name, schema }: Property,
  text: string,
): Omit<ExpressionProblem, 'offset'> | undefined {
  if (kind === 'boolean' && /^(?:false|0|no|off)$/i.test(text))
    return {
      code: 'attribute/boolean',
      message: `${attribute}="${text}" is true: a boolean attribute counts when it is there, whatever its text is.`,
      help: `Leave it out, or write ${attribute}="{false}".`,
    };
  if (kind !== 'string' && kind !== 'number' && kind !== 'boolean' && kind !== 'enum')
    return {
      code: 'attribute/data',
      message: `"${name}" of <${tag}> takes ${kind === 'array' ? 'a list' : 'an object or a function'}, which no text can be.`,
      help: `Write ${attribute}="{…}" with an expression.`,
    };
  if (kind === 'enum' && !(schema.enum ?? []).map(String).includes(text))
    return {
      code: 'attribute/value',
      message: `"${text}" is no value of "${name}" of <${tag}>.`,
      help: suggestion(text, (schema.enum ?? []).map(String), 'values'),
    };
  if (kind === 'number' && (text.trim() === '' || Number.isNaN(Number(text))))
    return {
      code: 'attribute/value',
      message: `"${text}" is no number, which "${name}" of <${tag}> takes.`,
      help: 'Write a number.',
    };
  return undefined;
}

/** What is wrong with one thing that a view gives to the slots of an element whose contract is known. */
export function slottedProblems(
  node: MarkupElement,
  known: Contract,
  child: MarkupNode,
): ExpressionProblem[] {
  if (child.kind === 'text') {
    const isContent = child.parts.some((part) => typeof part !== 'string' || part.trim());
    if (!isContent || known.slots.some(({ name }) => name === 'default')) return [];
    const first = child.parts.find((part) => typeof part !== 'string');
    return [
      {
        code: 'slot/unknown',
        message: `<${node.name}> has no unnamed slot: this text is not shown.`,
        help:
          known.slots.length > 0
            ? `Its slots: ${known.slots.map((slot) => slot.name).join(', ')}.`
            : 'It has no slots at all.',
        offset: typeof first === 'object' ? first.toFile(0) : node.offset,
      },
    ];
  }
  if (child.kind !== 'element') return [];
  const attribute = child.attributes.find(({ name }) => name === 'slot');
  const name = attribute ? attribute.parts.join('') : 'default';
  const slot = known.slots.find(
    (other) => other.name === name || (other.each && name.startsWith(`${other.name}-`)),
  );
  if (slot) {
    if (!slot.accepts || slot.accepts.includes(child.name)) return [];
    return [
      {
        code: 'slot/not-accepted',
        message: `The slot "${name}" of <${node.name}> takes ${slot.accepts.map((tag) => `<${tag}>`).join(', ')}, not <${child.name}>.`,
        help: 'Give it one of these, or change "accepts" in its contract.',
        offset: child.offset,
      },
    ];
  }
  return [
    {
      code: 'slot/unknown',
      message:
        name === 'default'
          ? `<${node.name}> has no unnamed slot: this content is not shown.`
          : `<${node.name}> has no slot "${name}".`,
      help:
        known.slots.length > 0
          ? `Its slots: ${known.slots.map((slot) => slot.name).join(', ')}.`
          : 'It has no slots at all.',
      offset: attribute?.offset ?? child.offset,
    },
  ];
}
