import type { WrappedFramework } from './framework.js';

/** Components of Preact, with hooks and signals of its own. */
export const preact: WrappedFramework = {
  name: 'preact',
  title: 'Preact',
  packages: [{ name: 'preact', least: 10 }],
  owns: /^preact(?:\/|$)/,
  mount: 'mount-preact.js',
  jsxImportSource: 'preact',
  jsxSource: 'preact',
  defines: {},
  plugins: () => [],
};
