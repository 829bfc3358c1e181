import { plainText } from './expression.js';
import type { MarkupAttribute, MarkupElement } from './parse-view.js';
import { slottedProblems, usageProblems } from './usage.js';
import type { ViewScope } from './view-scope.js';
import type { Placed } from './view-tree.js';

/** Notes the slot and the parts that an element of the view is, and what it gives to a known element's slots. */
export function placeElement(node: MarkupElement, view: ViewScope, conditional: boolean): void {
  const { seen } = view;
  const tags = node.namespace === 'html' ? (node.dynamic?.among ?? [node.name]) : undefined;
  const place = { offset: node.offset, conditional, tags };
  if (node.name === 'slot') {
    const name = node.attributes.find((attribute) => attribute.name === 'name');
    const text = name && plainText(name.parts);
    const keyed = name && keyedSlot(name, view);
    if (keyed !== undefined) seen.slots.push({ ...place, name: keyed });
    else if (name && text === undefined) {
      view.report({
        code: 'slot/computed-name',
        message: 'The name of a slot must be known ahead.',
        help: 'Write the name as plain text; choose between slots with <template when>.',
        offset: name.offset,
      });
    } else noteSlot({ ...place, offset: name?.offset ?? node.offset, name: text || 'default' }, view);
  }
  const parts = node.attributes.find((attribute) => attribute.name === 'part');
  for (const name of (parts && plainText(parts.parts)?.split(/\s+/)) ?? []) {
    if (name) seen.parts.push({ ...place, name, offset: parts!.offset });
  }
  const known = view.library.get(node.name);
  if (known) {
    const problems = [
      ...node.children.flatMap((child) => slottedProblems(node, known, child)),
      ...usageProblems(node, known),
    ];
    for (const problem of problems) view.report(problem);
  }
}

/** A slot that is always there takes all content of its name: a second one of it stays empty. */
function noteSlot(slot: Placed, view: ViewScope): void {
  const { seen, contract } = view;
  const { name, offset, conditional } = slot;
  const keyed = contract.slots.find((other) => other.name === name && other.each !== undefined);
  if (keyed)
    view.report({
      code: 'slot/without-key',
      message: `The slot "${name}" belongs to the items of "${keyed.each}": one slot for each, with its key in the name.`,
      help: `Write <slot name="${name}-{item.${keyed.key}}"> in the loop.`,
      offset,
    });
  else if (!conditional && seen.slots.some((other) => other.name === name && !other.conditional))
    view.report({
      code: 'slot/twice',
      message: `The view has the ${name === 'default' ? 'unnamed slot' : `slot "${name}"`} twice; all content goes to the first.`,
      help: 'Remove one, give it another name, or show one of them at a time with <template when>.',
      offset,
    });
  seen.slots.push(slot);
}

/** The name of the keyed slot that a computed name like `parcel-{parcel.id}` belongs to. */
function keyedSlot({ parts }: MarkupAttribute, { contract }: ViewScope): string | undefined {
  const [prefix] = parts;
  if (parts.length !== 2 || typeof prefix !== 'string') return undefined;
  const slot = contract.slots.find(({ name, each }) => each !== undefined && prefix === `${name}-`);
  return slot?.name;
}
