import { camelCase } from '../contract/names.js';
import { literal, quoted } from '../syntax/literal.js';
import { indented, writeContent, type MarkupSyntax } from './write-content.js';
import type { ContentNode } from './scene.js';

/** Attributes of HTML that React spells in another way. */
const REACT_NAMES: Record<string, string> = {
  class: 'className',
  for: 'htmlFor',
  tabindex: 'tabIndex',
  readonly: 'readOnly',
};

/** Text and attributes of JSX that all its dialects write alike. */
function dialect(attribute: MarkupSyntax['attribute']): MarkupSyntax {
  return {
    text: (value) => (/[{}<>&]/.test(value) ? `{${quoted(value)}}` : value),
    attribute,
    empty: () => ' />',
  };
}

function writeAttribute(name: string, value: string): string {
  if (value === '') return name;
  return /["\\&{}]/.test(value) ? `${name}={${quoted(value)}}` : `${name}="${value}"`;
}

/** JSX with the names of HTML. */
export const JSX: MarkupSyntax = dialect(writeAttribute);

/** JSX with the names and the style objects of React. */
export const REACT_JSX: MarkupSyntax = dialect((name, value) =>
  name === 'style' ? `style={${styleObject(value)}}` : writeAttribute(REACT_NAMES[name] ?? name, value),
);

/** `{ marginTop: '4px' }` for `margin-top: 4px`. */
function styleObject(text: string): string {
  const style = Object.fromEntries(
    text.split(';').flatMap((declaration) => {
      const [name, ...value] = declaration.split(':');
      const property = name!.trim();
      if (value.length === 0) return [];
      return [[property.startsWith('--') ? property : camelCase(property), value.join(':').trim()]];
    }),
  );
  return literal(style);
}

/** An attribute of a custom element in React: names stay as they are, style is an object all the same. */
export function elementAttribute(name: string, value: string): string {
  return name === 'style' ? REACT_JSX.attribute(name, value) : JSX.attribute(name, value);
}

/** Content that is there while `condition` holds, as an expression. */
export function lateContent(condition: string, nodes: readonly ContentNode[], syntax: MarkupSyntax): string {
  const late = writeContent(nodes, syntax);
  return late.length === 1
    ? `{${condition} && ${late[0]}}`
    : `{${condition} && (\n  <>\n${indented(late.join('\n'), 4)}\n  </>\n)}`;
}
