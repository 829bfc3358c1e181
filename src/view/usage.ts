import { propertyForAttribute, type Contract } from '../contract/model.js';
import { suggestion } from '../nearest.js';
import { isGlobalAttribute, isNativeEvent, nativeAttributes } from '../standards/standards.js';
import type { ExpressionProblem } from './expression.js';
import type { ViewElement } from './parse-view.js';

/** What is wrong with how a view uses an element whose contract is known: attributes, required properties, events. */
export function usageProblems(node: ViewElement, contract: Contract): ExpressionProblem[] {
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
