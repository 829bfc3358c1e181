/** Pictures as pixels. Loaded where pictures are compared, and nowhere else: through this module, so that the package is bundled whole. */
export { PNG } from 'pngjs';
