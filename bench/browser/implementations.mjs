// Bundles each implementation of the bench for production, as its users do.
import { readFileSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { build } from 'esbuild';

const here = join(process.cwd(), 'bench/browser');
const require = createRequire(import.meta.url);

const vue = {
  name: 'vue',
  setup(plugin) {
    const { compileScript, parse } = require('vue/compiler-sfc');
    plugin.onLoad({ filter: /\.vue$/ }, ({ path }) => {
      const { descriptor } = parse(readFileSync(path, 'utf8'), { filename: path });
      const options = { id: path, inlineTemplate: true, isProd: true };
      return { contents: compileScript(descriptor, options).content, loader: 'js' };
    });
  },
};
const svelte = {
  name: 'svelte',
  async setup(plugin) {
    const { compile } = await import('svelte/compiler');
    plugin.onLoad({ filter: /\.svelte$/ }, ({ path }) => ({
      contents: compile(readFileSync(path, 'utf8'), { filename: path, dev: false }).js.code,
      loader: 'js',
    }));
  },
};
const solid = {
  name: 'solid',
  setup(plugin) {
    const { transformSync } = require('@babel/core');
    plugin.onLoad({ filter: /solid\.jsx$/ }, ({ path }) => ({
      contents: transformSync(readFileSync(path, 'utf8'), {
        presets: [require.resolve('babel-preset-solid')],
        babelrc: false,
        configFile: false,
      }).code,
      loader: 'js',
    }));
  },
};

/** Every implementation: its entry and what its bundle needs. */
const IMPLEMENTATIONS = {
  'by hand': { entry: 'hand.js' },
  lastwright: { entry: 'built.js' },
  'react 19': { entry: 'react.jsx', options: { jsx: 'automatic' } },
  preact: { entry: 'preact.jsx', options: { jsx: 'automatic', jsxImportSource: 'preact' } },
  vue: { entry: 'vue.js', plugins: [vue] },
  svelte: {
    entry: 'svelte.js',
    plugins: [svelte],
    options: { conditions: ['svelte', 'browser', 'production'] },
  },
  solid: { entry: 'solid.jsx', plugins: [solid] },
};

/** Their scripts by name, minified, each with the operations of the bench. */
export async function bundles() {
  const output = join(here, 'dist');
  const { status, stdout, stderr } = spawnSync(process.execPath, [
    'bin/lastwright.js',
    'build',
    '--library',
    here,
  ]);
  if (status !== 0) throw new Error(`${stdout}${stderr}`);
  const entries = await Promise.all(
    Object.entries(IMPLEMENTATIONS).map(async ([name, { entry, plugins = [], options = {} }]) => {
      const { outputFiles } = await build({
        stdin: {
          contents: `import './${entry}';\nimport './page.js';`,
          resolveDir: here,
        },
        bundle: true,
        write: false,
        minify: !process.env.PLAIN,
        format: 'iife',
        target: 'es2022',
        define: {
          'process.env.NODE_ENV': '"production"',
          __VUE_OPTIONS_API__: 'false',
          __VUE_PROD_DEVTOOLS__: 'false',
          __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
        },
        alias: { 'built-elements': join(output, 'index.js') },
        plugins,
        logLevel: 'warning',
        ...options,
      });
      return [name, outputFiles[0].text];
    }),
  );
  rmSync(output, { recursive: true });
  return Object.fromEntries(entries);
}
