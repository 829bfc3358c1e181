// Serves and bundles the pages in React and Vue; the one in plain HTML needs nothing of it.
import { fileURLToPath } from 'node:url';

const at = (path) => fileURLToPath(new URL(path, import.meta.url));

export default {
  root: at('.'),
  resolve: { alias: { quayside: at('../quayside/dist') } },
  define: {
    __VUE_OPTIONS_API__: 'true',
    __VUE_PROD_DEVTOOLS__: 'false',
    __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
  },
  esbuild: { jsx: 'automatic' },
  build: { rollupOptions: { input: { react: at('react.html'), vue: at('vue.html') } } },
};
