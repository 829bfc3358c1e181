import { compileJsx, REACT_LEAVING, reactMount, reactServer, writeWithHooks } from './hooks.js';
import type { Framework } from './framework.js';
import type { BoundProperty } from './scene.js';
import { careOf, HYDRATES_ATTRIBUTES, isLeftOut, LEAVES_ALONE } from './server-rendering.js';
import { reactDeclarations } from './jsx-declarations.js';
import { jsxTyping } from './jsx-typing.js';
import { elementAttribute, REACT_JSX } from './jsx.js';

/** How typed code makes a reference to an element. */
export const REACT_REFERENCE = {
  imports: `import { useRef } from 'react';`,
  make: (className: string): string => `const reference = useRef<${className}>(null);`,
  element: 'reference.current',
};

/** True for a property that an attribute carries under its own name: React writes it on the server, and compares it when it hydrates. */
function isHydrated({ name, attribute, value }: BoundProperty): boolean {
  const isText = typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean';
  return isText && attribute === name;
}

/** React 19, function components with hooks, JSX. */
export const react: Framework = {
  name: 'react',
  title: 'React 19',
  packages: [
    { name: 'react', major: 19 },
    { name: 'react-dom', major: 19 },
  ],
  exampleFile: 'Example.jsx',
  vendor: {
    react: `export { useEffect, useLayoutEffect, useRef, useState } from 'react';`,
    'react/jsx-runtime': `export { Fragment, jsx, jsxs } from 'react/jsx-runtime';`,
    'react-dom/client': `export { createRoot, hydrateRoot } from 'react-dom/client';`,
  },
  defines: {},

  write: (scene) =>
    writeWithHooks(scene, {
      hooks: 'react',
      syntax: REACT_JSX,
      attribute: elementAttribute,
      property: ({ name }, value) => `${name}={${value}}`,
      listens: true,
    }),

  compile: (source) => compileJsx(source, 'react'),

  declarations: (contracts) => reactDeclarations(contracts, { listener: (event) => `on${event}` }),

  typing: jsxTyping({
    jsxImportSource: 'react',
    packages: [{ name: '@types/react', major: 19 }],
    reference: REACT_REFERENCE,
    property: (name, value) => `${name}={${value}}`,
    listener: (event) => `on${event}`,
  }),

  server: reactServer('react/jsx-runtime', {
    example: (scene) =>
      writeWithHooks(scene, {
        hooks: 'react',
        syntax: REACT_JSX,
        attribute: elementAttribute,
        property: (property, value) => (isHydrated(property) ? `${property.name}={${value}}` : undefined),
        leaving: REACT_LEAVING,
        listens: false,
      }),
    misses: isLeftOut,
    care: (scene) =>
      careOf(
        scene.light && LEAVES_ALONE,
        (scene.events.length > 0 || !scene.properties.every(isHydrated)) && HYDRATES_ATTRIBUTES,
      ),
  }),

  project: {
    packages: { '@vitejs/plugin-react': '^5' },
    config: () => `import plugin from '@vitejs/plugin-react';\n\nexport default { plugins: [plugin()] };\n`,
  },

  mountModule: reactMount('react-dom/client', 'react/jsx-runtime'),
};
