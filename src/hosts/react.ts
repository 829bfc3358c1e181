import { camelCase } from '../contract/names.js';
import { literal, quoted } from '../syntax/literal.js';
import type { Scene } from '../verify/facet.js';
import type { Host } from './host.js';
import {
  Callback,
  entry,
  indented,
  setterName,
  stateName,
  valueCode,
  writeContent,
  writeElement,
  type MarkupSyntax,
} from './write-content.js';

/** Attributes of HTML that JSX spells in another way. */
const JSX_NAMES: Record<string, string> = {
  class: 'className',
  for: 'htmlFor',
  tabindex: 'tabIndex',
  readonly: 'readOnly',
};

const JSX: MarkupSyntax = {
  text: (value) => (/[{}<>&]/.test(value) ? `{${quoted(value)}}` : value),
  attribute(name, value) {
    if (name === 'style') return `style={${styleObject(value)}}`;
    const written = JSX_NAMES[name] ?? name;
    if (value === '') return written;
    return /["\\&{}]/.test(value) ? `${written}={${quoted(value)}}` : `${written}="${value}"`;
  },
  empty: () => ' />',
};

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

/** An attribute of a custom element: names stay as they are. */
function elementAttribute(name: string, value: string): string {
  return value === '' ? name : JSX.attribute(name, value).replace(/^\w+(?=[=])/, name);
}

function body(scene: Scene): { states: string[]; markup: string } {
  const { tag, variable, properties, attributes, events, content, lateContent, removable } = scene;
  const nameOf = (property: string): string => stateName(property, variable);
  const states = properties.map(
    ({ name, value }) =>
      `const [${nameOf(name)}, ${setterName(nameOf(name))}] = useState(${value instanceof Callback ? `() => ${valueCode(value)}` : literal(value)});`,
  );
  const written = [
    `ref={${variable}}`,
    ...Object.entries(attributes).map(([name, value]) => elementAttribute(name, value)),
    ...properties.map(({ name }) => `${name}={${nameOf(name)}}`),
    ...events.map((event) => `on${event}={(event) => stage.heard(event)}`),
  ];
  const inside = writeContent(content, JSX);
  if (lateContent.length > 0) {
    states.push('const [more, setMore] = useState(false);');
    const late = writeContent(lateContent, JSX);
    inside.push(
      late.length === 1
        ? `{more && ${late[0]}}`
        : `{more && (\n  <>\n${indented(late.join('\n'), 4)}\n  </>\n)}`,
    );
  }
  let markup = writeElement(tag, written, inside);
  if (removable) {
    states.push('const [shown, setShown] = useState(true);');
    markup = `<>\n  {shown && (\n${indented(markup, 4)}\n  )}\n</>`;
  }
  return { states, markup };
}

function handed(scene: Scene): string[] {
  const { variable, properties, lateContent, removable } = scene;
  const names = properties.map(({ name }) => name);
  const lines = [`element: () => ${variable}.current,`];
  if (names.length > 0) {
    const nameOf = (property: string): string => stateName(property, variable);
    lines.push(`values: { ${names.map((name) => entry(name, nameOf(name))).join(', ')} },`);
    lines.push(`set: { ${names.map((name) => `${name}: ${setterName(nameOf(name))}`).join(', ')} },`);
  }
  if (lateContent.length > 0) lines.push('setMore,');
  if (removable) lines.push('setShown,');
  return lines;
}

/** React 19, function components with hooks, JSX. */
export const react: Host = {
  name: 'react',
  title: 'React 19',
  packages: [
    { name: 'react', major: 19 },
    { name: 'react-dom', major: 19 },
  ],
  exampleFile: 'Example.jsx',
  vendor: {
    react: `export { useEffect, useRef, useState } from 'react';`,
    'react/jsx-runtime': `export { Fragment, jsx, jsxs } from 'react/jsx-runtime';`,
    'react-dom/client': `export { createRoot } from 'react-dom/client';`,
  },

  write(scene) {
    const { states, markup } = body(scene);
    const hooks = states.length > 0 ? 'useRef, useState' : 'useRef';
    const imports = [
      `import { ${hooks} } from 'react';`,
      ...(scene.register ? [`import ${quoted(scene.register)};`] : []),
    ];
    const lines = [
      ...states,
      `const ${scene.variable} = useRef(null);`,
      `stage({\n${indented(handed(scene).join('\n'), 2)}\n});`,
      '',
      `return (\n${indented(markup, 2)}\n);`,
    ];
    return `${imports.join('\n')}\n\nexport function Example({ stage }) {\n${indented(lines.join('\n'), 2)}\n}\n`;
  },

  async compile(source) {
    const { transform } = await import('esbuild');
    const { code } = await transform(source, { loader: 'jsx', jsx: 'automatic', target: 'es2022' });
    return code;
  },

  mountModule: `
import { createRoot } from 'react-dom/client';
import { jsx } from 'react/jsx-runtime';

export function mount({ Example }, container, stage) {
  const root = createRoot(container);
  root.render(jsx(Example, { stage }));
  return () => root.unmount();
}
`,
};
