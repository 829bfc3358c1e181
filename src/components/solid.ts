import { readFile } from 'node:fs/promises';
import { transformWithBabel } from '../frameworks/babel.js';
import type { WrappedFramework } from './framework.js';

/** Components of Solid, whose JSX its own Babel preset compiles. */
export const solid: WrappedFramework = {
  name: 'solid',
  title: 'Solid',
  packages: [
    { name: 'solid-js', least: 1 },
    { name: 'babel-preset-solid', least: 1 },
    { name: '@babel/core', least: 7 },
  ],
  owns: /^solid-js(?:\/|$)/,
  compiled: true,
  mount: 'mount-solid.js',
  jsxSource: 'solid-js',
  conditions: ['solid'],
  defines: {},
  plugins: (tools) => [
    {
      name: 'solid-components',
      setup: (build) => {
        build.onLoad({ filter: /\.[jt]sx$/ }, async ({ path }) => {
          const text = await readFile(path, 'utf8');
          // Types first: the preset knows JSX and no TypeScript.
          const { code } = await build.esbuild.transform(text, {
            loader: path.endsWith('.tsx') ? 'tsx' : 'jsx',
            jsx: 'preserve',
            sourcefile: path,
            sourcemap: 'inline',
          });
          const preset = (await tools.load('babel-preset-solid')) as { default: object };
          const contents = await transformWithBabel(code, tools, {
            filename: path,
            presets: [[preset.default, { generate: 'dom' }]],
            inputSourceMap: true,
            sourceMaps: 'inline',
          });
          return { contents, loader: 'js' };
        });
      },
    },
  ],
};
