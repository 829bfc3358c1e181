import { compileJsx, writeWithHooks } from './hooks.js';
import type { Framework } from './framework.js';
import { heardAtHost } from './declarations.js';
import { jsxDeclarations } from './jsx-declarations.js';
import { jsxTyping } from './jsx-typing.js';
import { JSX } from './jsx.js';
import { looksLikeListener, type Scene } from './scene.js';
import { careOf, isLeftOut, LEAVES_ALONE, writeServerFile } from './server-rendering.js';

function write(scene: Scene, leaving: readonly string[] = []): string {
  return writeWithHooks(scene, {
    hooks: 'preact/hooks',
    syntax: JSX,
    attribute: JSX.attribute,
    property: ({ name }, value) =>
      looksLikeListener(name) && !scene.plain ? undefined : `${name}={${value}}`,
    leaving,
    listens: true,
  });
}

/** Preact, function components with hooks, JSX with the names of HTML. */
export const preact: Framework = {
  name: 'preact',
  title: 'Preact',
  packages: [{ name: 'preact', major: 11 }],
  exampleFile: 'Example.jsx',
  vendor: {
    preact: `export { hydrate, render } from 'preact';`,
    'preact/hooks': `export { useEffect, useLayoutEffect, useRef, useState } from 'preact/hooks';`,
    'preact/jsx-runtime': `export { Fragment, jsx, jsxs } from 'preact/jsx-runtime';`,
  },
  defines: {},

  write,

  compile: (source) => compileJsx(source, 'preact'),

  declarations: (contracts) =>
    jsxDeclarations(
      contracts,
      'preact',
      `import type { ClassAttributes, CSSProperties, DOMAttributes, HTMLAttributes, JSX } from 'preact';`,
      {
        native: (tag, className) =>
          tag === undefined
            ? `HTMLAttributes<${className}>`
            : heardAtHost(`JSX.IntrinsicElements['${tag}']`, 'DOMAttributes', className),
        replaced: `'style' | 'ref' | 'key'`,
        more: ({ className }) => [
          `key?: ClassAttributes<${className}>['key'];`,
          `ref?: ClassAttributes<${className}>['ref'];`,
          `style?: string | (CSSProperties & ${className}Style) | undefined;`,
        ],
        listener: (event) => `on${event}`,
      },
    ),

  typing: jsxTyping({
    jsxImportSource: 'preact',
    packages: [],
    reference: {
      imports: `import { useRef } from 'preact/hooks';`,
      make: (className) => `const reference = useRef<${className}>(null);`,
      element: 'reference.current',
    },
    property: (name, value) => `${name}={${value}}`,
    listener: (event) => `on${event}`,
  }),

  server: {
    misses: isLeftOut,
    example: (scene) => write(scene, ["dangerouslySetInnerHTML={{ __html: '' }}"]),
    care: (scene) => careOf(scene.light && LEAVES_ALONE),
    packages: [{ name: 'preact-render-to-string', major: 6 }],
    file: 'server.jsx',
    jsxImportSource: 'preact',
    write: (page) =>
      writeServerFile(
        page,
        [
          `import { renderToString } from 'preact-render-to-string';`,
          `import { Example } from './Example.jsx';`,
        ],
        (stage) => `renderToString(<Example${stage && ` stage={${stage}}`} />)`,
      ),
    hydrateModule: `
import { hydrate as hydrateTree, render } from 'preact';
import { jsx } from 'preact/jsx-runtime';

export function hydrate({ Example }, container, stage) {
  hydrateTree(jsx(Example, { stage }), container);
  return () => render(null, container);
}
`,
  },

  project: {
    packages: { '@preact/preset-vite': '^2' },
    config: () => `import plugin from '@preact/preset-vite';\n\nexport default { plugins: [plugin()] };\n`,
  },

  mountModule: `
import { render } from 'preact';
import { jsx } from 'preact/jsx-runtime';

export function mount({ Example }, container, stage) {
  render(jsx(Example, { stage }), container);
  return () => render(null, container);
}
`,
};
