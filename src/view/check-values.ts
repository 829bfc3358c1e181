import { kebabCase } from '../contract/names.js';
import { nearest, suggestion } from '../findings/nearest.js';
import { isNativeElement, nativeElements } from '../standards/standards.js';
import { isCssProperty, suggestedProperty } from '../style/css-properties.js';
import { walk, type TreeNode } from '../syntax/tree.js';
import type { Resolved } from './resolve.js';
import type { ViewScope } from './view-scope.js';
import type { DynamicName, ValuePart } from './view-tree.js';

/** Names that no element has, and names that the expression gives but the list lacks. */
export function checkNames({ among, offset, parts }: DynamicName, view: ViewScope): void {
  const { library } = view;
  const refuse = (message: string, help: string): void =>
    view.report({ code: 'view/local-name', message, help, offset });
  for (const tag of among) {
    if (isNativeElement(tag) || library.has(tag)) continue;
    // A custom element of somebody else's is nobody's mistake, unless one of the library has nearly its name.
    const near = nearest(tag, [...library.keys()]);
    if (tag.includes('-') && near === undefined) continue;
    refuse(
      `There is no element <${tag}>.`,
      suggestion(tag, [...nativeElements(), ...library.keys()], 'elements'),
    );
  }
  for (const name of namesGiven(parts)) {
    if (among.includes(name)) continue;
    refuse(
      `The name can be "${name}", which local-names does not list; nothing would be shown then.`,
      `Write local-names="${[...among, name].join(' ')}".`,
    );
  }
}

/** The texts that an expression can give, as far as it shows: those it is, or chooses between. */
function namesGiven(parts: readonly ValuePart[]): string[] {
  const [only] = parts;
  if (parts.length !== 1) return [];
  if (typeof only === 'string') return [only.trim()];
  const outcomes = (node: TreeNode): string[] => {
    if (node.type === 'Literal' && typeof node.value === 'string') return [node.value];
    if (node.type === 'ParenthesizedExpression') return outcomes(node.expression as TreeNode);
    if (node.type === 'ConditionalExpression')
      return [node.consequent, node.alternate].flatMap((branch) => outcomes(branch as TreeNode));
    if (node.type === 'LogicalExpression')
      return [node.left, node.right].flatMap((side) => outcomes(side as TreeNode));
    return [];
  };
  return outcomes(only!.expression.tree);
}

/** Keys of a map of styles are names of CSS, with hyphens. */
export function checkStyleMap(parts: readonly ValuePart[], view: ViewScope): void {
  for (const part of parts) {
    if (typeof part === 'string') continue;
    const { expression } = part;
    walk(expression.tree, (node) => {
      const key = node.key as TreeNode | undefined;
      if (node.type !== 'Property' || node.computed || !key) return undefined;
      const name = String(key.type === 'Identifier' ? key.name : key.value);
      if (name.startsWith('--') || isCssProperty(name)) return undefined;
      const hyphened = kebabCase(name);
      view.report({
        code: 'view/style-name',
        message: `CSS has no property "${name}".`,
        help: isCssProperty(hyphened) ? `Write '${hyphened}'.` : suggestedProperty(hyphened),
        offset: expression.toFile(key.start),
      });
      return undefined;
    });
  }
}

/** `onclick="pick"` does nothing: the name of a function is not a call of it. */
export function checkCalled(handler: Resolved, view: ViewScope): void {
  const { expression, names } = handler;
  for (const { free, meaning } of names) {
    if (meaning.kind !== 'function' || free.call || expression.source.trim() !== free.name) continue;
    handler.isLost = true;
    view.report({
      code: 'view/handler-not-called',
      message: `This handler names the function "${free.name}" but does not call it.`,
      help: `Write "${free.name}()", or "${free.name}(event)".`,
      offset: expression.toFile(free.start),
      insert: { at: expression.toFile(free.end - 1) + 1, text: '()' },
    });
  }
}
