import { walk, type TreeNode } from '../behavior/tree.js';
import type { PositionIndex } from '../finding.js';
import { propertyKey } from '../literal.js';
import { Origins } from './mapped-code.js';
import { computedKeys } from './expression.js';
import type { LoopVariable, Resolved } from './resolve.js';

/** Where the code of a view comes from, for maps back to it. */
export interface ViewSource {
  file: string;
  positions: PositionIndex;
  origins: Origins;
  /** How a call names a function of the behavior; `behavior.NAME` unless said otherwise. */
  callee?: (name: string) => string;
  /** Names that emitted code needs from the runtime are added to it. */
  runtime?: Set<string>;
}

interface Edit {
  at: number;
  end: number;
  text: string;
}

/** Names that emitted code uses itself; a loop variable with such a name gets a `$` behind it. */
const TAKEN = new Set(
  'behavior changed choose classNames copy each event filled filledSlots given host inside memberKey named passTo relay repeat results setAddress setAttribute setForeign setFormValue setState setValidity state template text value writeStyle'.split(
    ' ',
  ),
);

/** The name that a loop variable has in emitted code. */
export function localName({ name }: LoopVariable): string {
  return TAKEN.has(name) ? `${name}$` : name;
}

/** `.label`, or `['max-count']` for what is no name. */
export function access(name: string): string {
  const key = propertyKey(name);
  return key === name ? `.${name}` : `[${key}]`;
}

/**
 * The author's code with each name led to where its value is: `host.label`, `state.open`,
 * `behavior.claim(inside, …)`. Marks tie every piece to its place in the view.
 */
export function emitExpression(
  { expression, names }: Resolved,
  { origins, file, positions, callee, runtime }: ViewSource,
): string {
  const { source, toFile } = expression;
  const mark = (offset: number): string => origins.from(file, positions.at(toFile(offset)));
  const edits: Edit[] = [];
  for (const { free, meaning } of names) {
    const key = free.shorthand ? `${free.name}: ` : '';
    let text = free.name;
    switch (meaning.kind) {
      case 'native':
        // What a fieldset turns off is off without an attribute.
        text =
          free.name === 'disabled' && !free.assigned
            ? `${key}host.matches(':disabled')`
            : `${key}host${access(free.name)}`;
        break;
      case 'result':
        text = `${key}results${access(free.name)}(inside)`;
        break;
      case 'hostClass':
        text = 'host.className';
        break;
      case 'filled':
        text = `${key}filled`;
        break;
      case 'property':
        text = `${key}host${access(free.name)}`;
        break;
      case 'state':
        text = `${key}state${access(free.name)}`;
        break;
      case 'value':
        text = `${key}behavior.${free.name}`;
        break;
      case 'loop':
        text = `${key && localName(meaning.variable) !== free.name ? key : ''}${localName(meaning.variable)}`;
        break;
      case 'function':
        text = free.call
          ? (callee?.(free.name) ?? `behavior.${free.name}`)
          : `${key}(...values) => behavior.${free.name}(inside, ...values)`;
        if (!free.call && !key) text = `(${text})`;
        if (free.call) edits.push(insideArgument(free.call, free.end, source));
        break;
      default:
    }
    edits.push({ at: free.start, end: free.end, text: mark(free.start) + text + mark(free.end) });
  }
  walk(expression.tree, (node) => {
    if (node.type !== 'TemplateElement' || !source.slice(node.start, node.end).includes('\n')) return;
    // Emitted code is indented, which must not reach into a text.
    edits.push({
      at: node.start,
      end: node.end,
      text: source.slice(node.start, node.end).replace(/\n/g, '\\n'),
    });
  });
  for (const { start, end } of computedKeys(expression.tree)) {
    runtime?.add('memberKey');
    edits.push({ at: start, end: start, text: 'memberKey(' }, { at: end, end, text: ')' });
  }
  edits.sort((a, b) => a.at - b.at || a.end - b.end);
  let result = mark(0);
  let at = 0;
  for (const edit of edits) {
    result += Origins.plain(source.slice(at, edit.at)) + edit.text;
    at = edit.end;
  }
  return (result + Origins.plain(source.slice(at))).trim();
}

/** Puts the element's inside before the arguments of a call of a behavior function. */
function insideArgument(call: TreeNode, calleeEnd: number, source: string): Edit {
  const open = source.indexOf('(', calleeEnd) + 1;
  const some = (call.arguments as unknown[]).length > 0;
  return { at: open, end: open, text: some ? 'inside, ' : 'inside' };
}
