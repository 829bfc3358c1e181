import type { WrappedFramework } from './framework.js';

/** Components of React, from the first version with `createRoot` on. */
export const react: WrappedFramework = {
  name: 'react',
  title: 'React',
  packages: [
    { name: 'react', least: 18 },
    { name: 'react-dom', least: 18 },
  ],
  commonJs: true,
  owns: /^react(?:-dom)?(?:\/|$)/,
  mount: 'mount-react.js',
  jsxImportSource: 'react',
  jsxSource: 'react',
  defines: {},
  plugins: () => [],
};
