import { report } from '../findings/report.js';
import { parseSync } from 'oxc-parser';
import { DEEPEST_MODULE, tooDeepAt } from '../syntax/nesting.js';
import { walk, type TreeNode } from '../syntax/tree.js';
import { PositionIndex, type Finding } from '../findings/finding.js';

/** Calls on an element that give it children or attributes. */
const GIVING =
  /^(?:append|appendChild|prepend|before|after|insertBefore|replaceChildren|insertAdjacent(?:HTML|Element|Text)|setAttribute|toggleAttribute|setAttributeNS)$/;
/** Properties whose setting writes an attribute or children. */
const WRITTEN =
  /^(?:innerHTML|outerHTML|textContent|innerText|className|id|title|hidden|tabIndex|role|slot|lang|dir|draggable|inert|aria[A-Z]\w*)$/;

/**
 * What the constructor of a class does that no constructor of an element may: an element that is made by script has no
 * children and no attributes then (HTML, section 4.13.2).
 */
export function checkWrappedClass(file: string, text: string): Finding[] {
  // What cannot be parsed is told when it is bundled.
  if (tooDeepAt(text, DEEPEST_MODULE) !== undefined) return [];
  const { program, errors } = parseSync(file, text, { astType: 'js', sourceType: 'module' });
  if (errors.length > 0) return [];
  const positions = new PositionIndex(text);
  const findings: Finding[] = [];
  walk(program as unknown as TreeNode, (node) => {
    if (node.type !== 'MethodDefinition' || node.kind !== 'constructor') return undefined;
    walk((node.value as TreeNode).body as TreeNode, (inner) => {
      // What is only called later is none of the constructor's doing; an arrow function that is called at once is rare.
      if (/Function/.test(inner.type)) return false;
      const what = givenBy(inner);
      if (what !== undefined)
        findings.push(
          report(
            'wraps/constructor',
            { file, ...positions.at(inner.start) },
            `The constructor gives the element ${what}: document.createElement() then throws.`,
            'Do it in connectedCallback, or in the shadow root.',
          ),
        );
      return undefined;
    });
    return undefined;
  });
  return findings;
}

/** Names that a module exports; undefined where it passes on all of another one, or cannot be parsed. */
export function exportsOf(file: string, text: string): string[] | undefined {
  if (tooDeepAt(text, DEEPEST_MODULE) !== undefined) return undefined;
  const { module, errors } = parseSync(file, text, { sourceType: 'module' });
  const entries = module.staticExports.flatMap((one) => one.entries);
  const passesOn = entries.some(({ importName }) => importName.kind === 'AllButDefault');
  // A module of CommonJS says nothing here.
  if (errors.length > 0 || passesOn || !module.hasModuleSyntax) return undefined;
  return entries.flatMap(({ exportName, isType }) =>
    isType ? [] : exportName.kind === 'Default' ? ['default'] : (exportName.name ?? []),
  );
}

/** What a statement gives to `this`, in words. */
function givenBy(node: TreeNode): string | undefined {
  const member = (node.type === 'CallExpression' ? node.callee : node.left) as TreeNode | undefined;
  if (member?.type !== 'MemberExpression' || member.computed) return undefined;
  const name = (member.property as TreeNode).name as string;
  const object = member.object as TreeNode;
  if (node.type === 'CallExpression') {
    const onList =
      object.type === 'MemberExpression' && (object.object as TreeNode).type === 'ThisExpression';
    if (onList && /^(?:classList|part)$/.test((object.property as TreeNode).name as string))
      return 'attributes';
    if (object.type !== 'ThisExpression' || !GIVING.test(name)) return undefined;
    return /Attribute/.test(name) ? 'attributes' : 'children';
  }
  if (node.type !== 'AssignmentExpression') return undefined;
  const ofStyle =
    object.type === 'MemberExpression' &&
    (object.object as TreeNode).type === 'ThisExpression' &&
    /^(?:style|dataset)$/.test((object.property as TreeNode).name as string);
  if (ofStyle) return 'attributes';
  if (object.type !== 'ThisExpression' || !WRITTEN.test(name)) return undefined;
  return /HTML|[tT]ext/.test(name) ? 'children' : 'attributes';
}
