import { literal, quoted } from '../syntax/literal.js';
import { escapeMarkup, escapeText, VOID_ELEMENTS } from '../syntax/markup.js';
import { Callback, type ContentNode } from './scene.js';

/** How a syntax writes text, and the attributes of an element. */
export interface MarkupSyntax {
  text(value: string): string;
  attribute(name: string, value: string): string;
  /** How an element without content ends. */
  empty(tag: string): string;
}

export const HTML_SYNTAX: MarkupSyntax = {
  text: escapeText,
  attribute: (name, value) => (value === '' ? name : `${name}="${escapeMarkup(value)}"`),
  empty: (tag) => (VOID_ELEMENTS.has(tag) ? '>' : `></${tag}>`),
};

/** Content as lines of markup in a syntax, one for each node at the top. */
export function writeContent(nodes: readonly ContentNode[], syntax: MarkupSyntax): string[] {
  return nodes.map((node) => writeNode(node, syntax)).filter((line) => line.trim() !== '');
}

function writeNode(node: ContentNode, syntax: MarkupSyntax): string {
  if (typeof node === 'string') return syntax.text(node.trim());
  const attributes = Object.entries(node.attributes).map(
    ([name, value]) => ` ${syntax.attribute(name, value)}`,
  );
  const open = `<${node.tag}${attributes.join('')}`;
  if (node.children.length === 0 || VOID_ELEMENTS.has(node.tag)) return open + syntax.empty(node.tag);
  return `${open}>${node.children.map((child) => writeNode(child, syntax)).join('')}</${node.tag}>`;
}

/** An element with its attributes on one line if they are short, otherwise a line for each. */
export function writeElement(tag: string, attributes: readonly string[], content: readonly string[]): string {
  const oneLine = `<${tag}${attributes.map((attribute) => ` ${attribute}`).join('')}>`;
  const open =
    oneLine.length <= 90
      ? oneLine
      : `<${tag}\n${attributes.map((attribute) => `  ${attribute}\n`).join('')}>`;
  if (content.length === 0) return `${open}</${tag}>`;
  return `${open}\n${content.map((line) => line.replace(/^(?=.)/gm, '  ')).join('\n')}\n</${tag}>`;
}

/** The same for frameworks that keep the white space around content which comes and goes: there is none. */
export function writeTight(tag: string, attributes: readonly string[], content: readonly string[]): string {
  return writeElement(tag, attributes, []).replace(/<\/[^<]*>$/, (close) => content.join('') + close);
}

/** Lines, each indented. */
export function indented(text: string, spaces: number): string {
  return text.replace(/^(?=.)/gm, ' '.repeat(spaces));
}

/** An entry of an object literal, short where key and value have one name. */
export function entry(key: string, value: string): string {
  return key === value ? key : `${key}: ${value}`;
}

/** A value that a consumer binds, as code; `stage` is what the stage is called there. */
export function valueCode(value: unknown, stage = 'stage'): string {
  if (!(value instanceof Callback)) return literal(value);
  const call = value.staged
    ? `${stage}.called(${quoted(value.name)}, given)`
    : `console.log(${quoted(value.name)}, ...given)`;
  if (value.returns === undefined || value.returns === null) return `(...given) => ${call}`;
  return `(...given) => {\n  ${call};\n  return ${literal(value.returns)};\n}`;
}
