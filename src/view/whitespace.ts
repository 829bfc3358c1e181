import type { Part } from './expression.js';
import type { MarkupNode, MarkupText } from './parse-view.js';

/** Elements that begin a new line box by default: white space beside them is never drawn. */
export const BLOCK_LEVEL = new Set(
  (
    'address article aside blockquote center dd details dialog dir div dl dt fieldset figcaption figure footer form ' +
    'h1 h2 h3 h4 h5 h6 header hgroup hr legend li main menu nav ol option optgroup p search section ' +
    'summary table caption colgroup col thead tbody tfoot tr td th ul'
  ).split(' '),
);

/** Elements that stand in a line and lay out their content by itself: white space at its edges is never drawn. */
const ALONE = new Set(['button', 'select']);

const KEEPING = new Set(['pre', 'textarea', 'listing']);

/** True for an element that shows white space as it stands. */
export function keepsSpace(name: string): boolean {
  return KEEPING.has(name);
}

/**
 * The children of an element (or of a block, without `parent`) less the white space that only lays out the
 * source: runs become one space, and spaces that no browser draws go. `keeps` is true inside of what shows it all.
 */
export function withoutLayoutSpace(
  nodes: readonly MarkupNode[],
  parent: string | undefined,
  keeps: boolean,
): MarkupNode[] {
  const merged = mergeText(nodes);
  if (keeps) return merged;
  const result: MarkupNode[] = [];
  merged.forEach((node, place) => {
    if (node.kind !== 'text') {
      result.push(node);
      return;
    }
    const before = merged[place - 1];
    const after = merged[place + 1];
    const lineBreak = node.parts.some((part) => typeof part === 'string' && part.includes('\n'));
    // A block of the view stands among others: a space at its edge is meant, a line break is not.
    const edge = parent === undefined ? lineBreak : ALONE.has(parent) || BLOCK_LEVEL.has(parent);
    const atStart = before ? swallowsSpace(before, lineBreak) : edge;
    const atEnd = after ? swallowsSpace(after, lineBreak) : edge;
    const parts = collapse(node.parts, atStart, atEnd);
    if (parts.length > 0) result.push({ kind: 'text', parts });
  });
  return result;
}

function swallowsSpace(node: MarkupNode, lineBreak: boolean): boolean {
  return node.kind === 'element' ? BLOCK_LEVEL.has(node.name) : lineBreak;
}

function mergeText(nodes: readonly MarkupNode[]): MarkupNode[] {
  const result: MarkupNode[] = [];
  for (const node of nodes) {
    const last = result.at(-1);
    if (node.kind === 'text' && last?.kind === 'text') {
      result[result.length - 1] = {
        kind: 'text',
        parts: [...last.parts, ...node.parts],
      } satisfies MarkupText;
    } else result.push(node);
  }
  return result;
}

function collapse(parts: readonly Part[], atStart: boolean, atEnd: boolean): Part[] {
  const joined: Part[] = [];
  for (const part of parts) {
    const last = joined.at(-1);
    if (typeof part === 'string' && typeof last === 'string') joined[joined.length - 1] = last + part;
    else joined.push(part);
  }
  return joined
    .map((part, place) => {
      if (typeof part !== 'string') return part;
      let text = part.replace(/[ \t\n\f\r]+/g, ' ');
      if (atStart && place === 0) text = text.replace(/^ /, '');
      if (atEnd && place === joined.length - 1) text = text.replace(/ $/, '');
      return text;
    })
    .filter((part) => part !== '');
}
