import { camelCase } from '../contract/names.js';
import { literal, quoted } from '../syntax/literal.js';
import { ExampleNames } from './example-names.js';
import { Callback, type Scene } from './scene.js';
import type { Host } from './host.js';
import {
  entry,
  indented,
  valueCode,
  writeContent,
  writeElement,
  type MarkupSyntax,
} from './write-content.js';

/** Names that examples use themselves. */
const TAKEN = ['Example', 'more', 'setMore', 'setShown', 'shown', 'useEffect', 'useRef', 'useState'];

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
  const names = new ExampleNames(scene, TAKEN);
  const { tag, properties, attributes, events, content, lateContent, removable } = scene;
  const states = properties.map(
    ({ name, value }) =>
      `const [${names.value(name)}, ${names.setter(name)}] = useState(${value instanceof Callback ? `() => ${valueCode(value)}` : literal(value)});`,
  );
  const written = [
    `ref={${names.element}}`,
    ...Object.entries(attributes).map(([name, value]) => elementAttribute(name, value)),
    ...properties.map(({ name }) => `${name}={${names.value(name)}}`),
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
  const names = new ExampleNames(scene, TAKEN);
  const { properties, lateContent, removable } = scene;
  const own = properties.map(({ name }) => name);
  const lines = [`element: () => ${names.element}.current,`];
  if (own.length > 0) {
    lines.push(`values: { ${own.map((name) => entry(name, names.value(name))).join(', ')} },`);
    lines.push(`set: { ${own.map((name) => `${name}: ${names.setter(name)}`).join(', ')} },`);
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
      `const ${new ExampleNames(scene, TAKEN).element} = useRef(null);`,
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

  defines: {},

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
