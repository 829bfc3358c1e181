import type { BuildOptions } from 'esbuild';

/** How a module is bundled whose weight is told: as a consumer's own bundler would for production. */
export const MEASURED_BUILD = {
  bundle: true,
  write: false,
  minify: true,
  format: 'esm',
  target: 'es2022',
  legalComments: 'none',
  logLevel: 'silent',
} as const satisfies BuildOptions;
