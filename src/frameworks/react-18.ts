import type { Property } from '../contract/model.js';
import { quoted } from '../syntax/literal.js';
import {
  compileJsx,
  REACT_LEAVING,
  reactMount,
  reactServer,
  writeWithHooks,
  type HooksDialect,
} from './hooks.js';
import type { Framework } from './framework.js';
import { reactDeclarations } from './jsx-declarations.js';
import { elementAttribute, REACT_JSX } from './jsx.js';
import { jsxTyping } from './jsx-typing.js';
import { react, REACT_REFERENCE } from './react.js';
import { careOf, LEAVES_ALONE } from './server-rendering.js';
import { looksLikeListener, type BoundProperty, type Scene } from './scene.js';

/** A property of which an attribute says everything that is called as it is. */
function isText({ name, attribute, kind }: Property): boolean {
  return attribute === name && (kind === 'string' || kind === 'number' || kind === 'enum');
}

/** React 18 writes every property of a custom element as an attribute: only text and numbers get through. */
function survives({ name, attribute, value }: BoundProperty): boolean {
  const isWritten = typeof value === 'string' || typeof value === 'number';
  return isWritten && attribute !== undefined && !looksLikeListener(name);
}

/** True for a boolean that is said by an attribute being there, which React 18 writes if it is given a text. */
function isFlag({ attribute, value }: BoundProperty): boolean {
  return typeof value === 'boolean' && attribute !== undefined;
}

function write(scene: Scene, more: Partial<HooksDialect> = {}): string {
  return writeWithHooks(scene, {
    hooks: 'react',
    syntax: REACT_JSX,
    attribute: elementAttribute,
    property(property, value) {
      if (scene.plain) return `${property.name}={${value}}`;
      return survives(property) ? `${property.attribute}={${value}}` : undefined;
    },
    listens: false,
    ...more,
  });
}

/** What is rendered on a server shows flags by attributes, since nothing is set through a reference there. */
function writeRendered(scene: Scene): string {
  return write(scene, {
    property(property, value) {
      if (isFlag(property)) return `${property.attribute}={${value} ? '' : undefined}`;
      return survives(property) ? `${property.attribute}={${value}}` : undefined;
    },
    leaving: REACT_LEAVING,
  });
}

/**
 * React 18, which may stand beside React 19 under another name. Its users set what is no text, and add listeners,
 * through a reference.
 */
export const react18: Framework = {
  name: 'react-18',
  title: 'React 18',
  packages: [
    { name: 'react', major: 18, alias: 'react-18' },
    { name: 'react-dom', major: 18, alias: 'react-dom-18' },
  ],
  exampleFile: 'Example.jsx',
  vendor: react.vendor,
  defines: {},

  write: (scene) => write(scene),

  compile: (source) => compileJsx(source, 'react'),

  // Its templates cannot listen to events of custom elements.
  declarations: (contracts) =>
    reactDeclarations(contracts, {
      given: ({ className, properties }) =>
        `Pick<${className}Properties, ${
          properties
            .filter(isText)
            .map(({ name }) => quoted(name))
            .join(' | ') || 'never'
        }>`,
    }),

  typing: jsxTyping({
    jsxImportSource: 'react',
    packages: [{ name: '@types/react', major: 18, alias: '@types/react-18' }],
    reference: REACT_REFERENCE,
    binds: isText,
    property: (name, value) => `${name}={${value}}`,
  }),

  server: reactServer('react/jsx-runtime', {
    example: writeRendered,
    misses: (property) => !survives(property) && !isFlag(property),
    care: (scene) => careOf(scene.light && LEAVES_ALONE),
  }),

  project: {
    packages: { '@vitejs/plugin-react': '^5' },
    config: () => `import plugin from '@vitejs/plugin-react';\n\nexport default { plugins: [plugin()] };\n`,
  },

  mountModule: reactMount('react-dom/client', 'react/jsx-runtime'),
};
