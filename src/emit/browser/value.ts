import type { Property } from '../../contract/model.js';
import { array, call, literal, templateLiteral } from '../../syntax/build.js';
import type { TreeNode } from '../../syntax/tree.js';
import type { Resolved } from '../../view/resolve.js';
import type { ValuePart } from '../../view/view-tree.js';
import { authorExpression } from '../author-code.js';
import type { Emission } from './emission.js';

/** A value as code; `isText` if it is surely a string. */
export interface ValueCode {
  code: TreeNode;
  isText: boolean;
  /** Where the text follows from one simple value alone: that value, and the text for it. */
  from?: { value: TreeNode; text: (value: TreeNode) => TreeNode };
}

/** A value in parts of text and expressions as code. */
export function valueCode(parts: readonly ValuePart[], emission: Emission): ValueCode {
  const [only] = parts;
  if (parts.length === 1 && typeof only === 'object') {
    const property = propertyOf(only, emission);
    return {
      code: authorExpression(only, emission.author),
      isText: isNeverAbsent(property) && property!.kind === 'string',
    };
  }
  const [value, ...more] = parts.filter((part) => typeof part === 'object');
  if (value && more.length === 0 && isNeverAbsent(propertyOf(value, emission))) {
    const own = authorExpression(value, emission.author);
    const text = (value: TreeNode): TreeNode =>
      templateLiteral(parts.map((part) => (typeof part === 'string' ? part : value)));
    return { code: text(own), isText: true, from: { value: own, text } };
  }
  const pieces = parts.map((part) => {
    if (typeof part === 'string') return part;
    const code = authorExpression(part, emission.author);
    if (isNeverAbsent(propertyOf(part, emission)) || part.expression.tree.type === 'TemplateLiteral')
      return code;
    emission.runtime.add('text');
    return call('text', [code]);
  });
  return { code: templateLiteral(pieces), isText: true };
}

/** The value of a class attribute as code that gives a string. */
export function classCode(parts: readonly ValuePart[], emission: Emission): ValueCode {
  const isSimple = parts.every((part) => {
    if (typeof part === 'string') return true;
    const property = propertyOf(part, emission);
    return isNeverAbsent(property) && property!.kind === 'enum';
  });
  if (isSimple) return valueCode(parts, emission);
  emission.runtime.add('classNames');
  const list = parts.flatMap((part) => {
    if (typeof part === 'object') return [authorExpression(part, emission.author)];
    return part.trim() ? [literal(part.trim())] : [];
  });
  return { code: call('classNames', [list.length === 1 ? list[0] : array(list)]), isText: true };
}

/** True if a value is the name of a property that always is a number. */
export function isNumber(parts: readonly ValuePart[], emission: Emission): boolean {
  const [only] = parts;
  if (parts.length !== 1 || typeof only !== 'object') return false;
  const property = propertyOf(only, emission);
  return isNeverAbsent(property) && property!.kind === 'number';
}

/** The property that an expression is nothing but the name of. */
function propertyOf({ expression, names }: Resolved, { contract }: Emission): Property | undefined {
  if (expression.tree.type !== 'Identifier' || names[0]?.meaning.kind !== 'property') return undefined;
  return contract.properties.find(({ name }) => name === names[0]!.free.name);
}

/** True if a property's value is never null or undefined. */
function isNeverAbsent(property: Property | undefined): boolean {
  return property?.default !== undefined && property.default !== null;
}
