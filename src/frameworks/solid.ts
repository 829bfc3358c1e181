import { quoted } from '../syntax/literal.js';
import { ExampleNames } from './example-names.js';
import { transformWithBabel } from './babel.js';
import { heardAtHost, useImports, useInterfaces } from './declarations.js';
import type { Framework, FrameworkTools } from './framework.js';
import { jsxTyping } from './jsx-typing.js';
import { JSX } from './jsx.js';
import { looksLikeListener, type BoundProperty, type Scene } from './scene.js';
import { isLeftOutOrBoolean, writeServerFile } from './server-rendering.js';
import { heardCode, stageCall } from './stage-call.js';
import { TRUSTED_MARKUP } from './trusted-markup.js';
import { indented, valueCode, writeContent, writeElement } from './write-content.js';

/** Names that examples use themselves. */
const TAKEN = ['Example', 'Show', 'createSignal', 'more', 'next', 'props', 'setMore', 'setShown', 'shown'];

/** Solid lowers the case of names that are written plainly, takes some values for attributes and some names for listeners. */
function propertyName({ name, value }: BoundProperty, plain: boolean): string {
  const isText = typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean';
  const asItIs = plain || (isText && name === name.toLowerCase());
  return asItIs && !looksLikeListener(name) ? name : `prop:${name}`;
}

function markup(scene: Scene, names: ExampleNames): string {
  const { tag, properties, attributes, events, content, lateContent, removable } = scene;
  const written = [
    ...(scene.staged ? [`ref={${names.element}}`] : []),
    ...Object.entries(attributes).map(([name, value]) => JSX.attribute(name, value)),
    ...properties.map(
      (property) => `${propertyName(property, scene.plain)}={${names.value(property.name)}()}`,
    ),
    ...events.map((event) => `on:${event}={(event) => ${heardCode(scene, 'props.stage')}}`),
  ];
  const inside = writeContent(content, JSX);
  if (lateContent.length > 0)
    inside.push(`<Show when={more()}>\n${indented(writeContent(lateContent, JSX).join('\n'), 2)}\n</Show>`);
  const element = writeElement(tag, written, inside);
  return removable ? `<Show when={shown()}>\n${indented(element, 2)}\n</Show>` : element;
}

async function compileWith(source: string, tools: FrameworkTools, options?: object): Promise<string> {
  const { default: preset } = (await tools.load('babel-preset-solid')) as { default: object };
  const presets = [options ? [preset, options] : preset];
  return transformWithBabel(source, tools, { filename: 'Example.jsx', presets });
}

/** Solid, components with signals, JSX compiled by its own Babel preset. */
export const solid: Framework = {
  name: 'solid',
  title: 'Solid',
  packages: [
    { name: 'solid-js', major: 1 },
    { name: 'babel-preset-solid', major: 1 },
    { name: '@babel/core', major: 7 },
  ],
  exampleFile: 'Example.jsx',
  vendor: {
    'solid-js': `export * from 'solid-js';`,
    'solid-js/web': `export * from 'solid-js/web';`,
  },
  defines: {},

  write(scene) {
    const names = new ExampleNames(scene, TAKEN);
    const { properties, lateContent, removable, register } = scene;
    const shows = lateContent.length > 0 || removable;
    const signals = properties.map(
      ({ name, value }) =>
        `const [${names.value(name)}, ${names.setter(name)}] = createSignal(${valueCode(value)});`,
    );
    if (lateContent.length > 0) signals.push('const [more, setMore] = createSignal(false);');
    if (removable) signals.push('const [shown, setShown] = createSignal(true);');
    const used = [...(signals.length > 0 ? ['createSignal'] : []), ...(shows ? ['Show'] : [])];
    const imports = [
      ...(used.length > 0 ? [`import { ${used.join(', ')} } from 'solid-js';`] : []),
      ...register.map((module) => `import ${quoted(module)};`),
    ];
    const lines = [
      ...signals,
      ...(scene.staged ? [`let ${names.element};`] : []),
      ...stageCall(scene, {
        stage: 'props.stage',
        element: removable ? `(shown() ? ${names.element} : undefined)` : names.element,
        value: (name) => `${names.value(name)}()`,
        // A function would be taken for one that works out the next value.
        set: (name) => `(next) => ${names.setter(name)}(() => next)`,
        setMore: 'setMore',
        setShown: 'setShown',
      }),
      '',
      `return (\n${indented(markup(scene, names), 2)}\n);`,
    ];
    return `${imports.join('\n')}\n\nexport function Example(${scene.staged ? 'props' : ''}) {\n${indented(lines.join('\n'), 2)}\n}\n`.trimStart();
  },

  compile: (source, tools) => compileWith(source, tools),

  declarations(contracts) {
    const required = contracts.flatMap(({ className, properties }) => {
      const names = properties.filter((property) => property.required).map(({ name }) => name);
      if (names.length === 0) return [];
      const either = names.map(
        (name) => `({ ${name}: ${className}['${name}'] } | { 'prop:${name}': ${className}['${name}'] })`,
      );
      return [[className, either.join(' & ')] as const];
    });
    const use = new Map(required);
    return `import type { JSX } from 'solid-js';
${useImports(contracts, true)}

${useInterfaces(contracts, {
  native: (tag, className) =>
    tag === undefined
      ? `JSX.HTMLAttributes<${className}>`
      : heardAtHost(`JSX.IntrinsicElements['${tag}']`, 'JSX.DOMAttributes', className),
  replaced: `'style' | 'ref'`,
  more: ({ className }) => [
    `ref?: ${className} | ((element: ${className}) => void) | undefined;`,
    `style?: string | (JSX.CSSProperties & ${className}Style) | undefined;`,
  ],
  requiredApart: true,
  propertyAlso: (name) => `prop:${name}`,
  listener: (event) => `on:${event}`,
})}
declare module 'solid-js' {
  namespace JSX {
    interface IntrinsicElements {
${contracts
  .map(({ tag, className }) => {
    const either = use.get(className);
    return `      '${tag}': ${className}Use${either ? ` & ${either}` : ''};`;
  })
  .join('\n')}
    }
  }
}
`;
  },

  typing: jsxTyping({
    jsxImportSource: 'solid-js',
    packages: [],
    reference: {
      imports: '',
      make: (className) => `let reference: ${className} | undefined;`,
      element: 'reference',
    },
    property: (name, value) => `prop:${name}={${value}}`,
    listener: (event) => `on:${event}`,
  }),

  server: {
    misses: isLeftOutOrBoolean,
    packages: [],
    file: 'server.js',
    write: (page) =>
      writeServerFile(
        page,
        [
          `import { createComponent, renderToString } from 'solid-js/web';`,
          `import { Example } from './Example.jsx';`,
        ],
        (stage) => `renderToString(() => createComponent(Example, { ${stage} }))`,
      ),
    compile: (source, tools) => compileWith(source, tools, { generate: 'ssr', hydratable: true }),
    compileHydrating: (source, tools) => compileWith(source, tools, { generate: 'dom', hydratable: true }),
    hydrateModule: `
import { createComponent, hydrate as hydrateTree } from 'solid-js/web';
${TRUSTED_MARKUP}
export function hydrate({ Example }, container, stage) {
  globalThis._$HY ??= { events: [], completed: new WeakSet(), r: {}, fe() {} };
  return hydrateTree(() => createComponent(Example, { stage }), container);
}
`,
  },

  project: {
    packages: { 'vite-plugin-solid': '^2' },
    config: () => `import plugin from 'vite-plugin-solid';\n\nexport default { plugins: [plugin()] };\n`,
  },

  mountModule: `
import { createComponent, render } from 'solid-js/web';
${TRUSTED_MARKUP}
export function mount({ Example }, container, stage) {
  return render(() => createComponent(Example, { stage }), container);
}
`,
};
