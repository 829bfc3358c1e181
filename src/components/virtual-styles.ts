import { dirname } from 'node:path';
import type { PluginBuild } from 'esbuild';

/** Style that a compiler took out of a component: modules of their own, which the component imports. */
export interface VirtualStyles {
  /** Takes up a style of a file; gives what the file imports. */
  add(file: string, css: string, asModule?: boolean): string;
}

/** The styles of one build. */
export function virtualStyles(build: PluginBuild): VirtualStyles {
  const texts = new Map<string, string>();
  build.onResolve({ filter: /^component-style:/ }, ({ path }) => ({
    path: path.slice('component-style:'.length),
    namespace: 'component-style',
  }));
  build.onLoad({ filter: /.*/, namespace: 'component-style' }, ({ path }) => ({
    contents: texts.get(path)!,
    loader: path.endsWith('.module.css') ? 'local-css' : 'css',
    resolveDir: dirname(path),
  }));
  return {
    add(file, css, asModule = false) {
      const many = [...texts.keys()].filter((path) => path.startsWith(`${file}.`)).length;
      const path = `${file}.${many}${asModule ? '.module' : ''}.css`;
      texts.set(path, css);
      return `component-style:${path}`;
    },
  };
}
