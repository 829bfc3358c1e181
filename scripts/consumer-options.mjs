/** What the projects of consumers ask of TypeScript, beside what their framework wants: strict, and no types of Node. */
export const CONSUMER_OPTIONS = {
  target: 'ES2022',
  module: 'ESNext',
  moduleResolution: 'Bundler',
  lib: ['ES2022', 'DOM', 'DOM.Iterable'],
  types: [],
  strict: true,
};
