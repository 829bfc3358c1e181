import { readFile } from 'node:fs/promises';
import { dirname, isAbsolute, relative } from 'node:path';
import type { OnLoadResult, PartialMessage, Plugin } from 'esbuild';
import { compileScss } from '../library/scss.js';
import type { ComponentTools, WrappedFramework } from './framework.js';
import { virtualStyles } from './virtual-styles.js';

interface SvelteCompiler {
  compile(source: string, options: object): { js: Compiled; css: Compiled | null };
  compileModule(source: string, options: object): { js: Compiled };
  preprocess(source: string, preprocessors: object, options: object): Promise<{ code: string }>;
}

interface Compiled {
  code: string;
  map: object;
}

/** Everything that a mistake in a component is known by. */
interface SvelteMistake extends Error {
  start?: { line: number; column: number };
}

/**
 * The component that stands around a wrapped one, so that what goes wrong inside is told and the rest goes on; and values
 * behind signals, one each, that keep the identity of what they hold: `written` hears of what the component writes.
 */
const GUARD = `<script module>
  export function signals(initial, written) {
    const values = {};
    const set = {};
    for (const name in initial) {
      let value = $state.raw(initial[name]);
      set[name] = (next) => {
        value = next;
      };
      Object.defineProperty(values, name, {
        enumerable: true,
        configurable: true,
        get: () => value,
        set: (next) => {
          if (Object.is(next, value)) return;
          value = next;
          written(name, next);
        },
      });
    }
    return { values, set };
  }
</script>

<script>
  let { Shown, caught } = $props();
</script>

<svelte:boundary onerror={caught}>
  <Shown />
</svelte:boundary>
`;

/** Components of Svelte 5, with runes or without. */
export const svelte: WrappedFramework = {
  name: 'svelte',
  title: 'Svelte',
  packages: [{ name: 'svelte', least: 5 }],
  owns: /^svelte(?:\/|$)/,
  compiled: true,
  mount: 'mount-svelte.js',
  conditions: ['svelte'],
  made: { 'guard.svelte': GUARD },
  defines: {},
  plugins: (tools) => [compiled(tools)],
};

function compiled(tools: ComponentTools): Plugin {
  return {
    name: 'svelte-components',
    setup: (build) => {
      const styles = virtualStyles(build);
      const load = async (path: string, text: string): Promise<OnLoadResult> => {
        const compiler = (await tools.load('svelte/compiler')) as SvelteCompiler;
        const resolveDir = isAbsolute(path) ? dirname(path) : tools.root;
        try {
          if (/\.svelte\.[jt]s$/.test(path)) {
            const { code } = await build.esbuild.transform(text, { loader: 'ts', sourcefile: path });
            const { js } = compiler.compileModule(code, { filename: path, generate: 'client' });
            return { contents: withMap(js), resolveDir, loader: 'js' };
          }
          const prepared = await prepare(compiler, text, path, tools);
          const { js, css } = compiler.compile(prepared, {
            filename: relative(tools.root, path),
            generate: 'client',
            css: 'external',
            // The version is disclosed by the components themselves.
            discloseVersion: isAbsolute(path),
          });
          const style = css?.code ? styles.add(path, css.code) : undefined;
          const contents = withMap(js) + (style ? `\nimport ${JSON.stringify(style)};` : '');
          return { contents, resolveDir, loader: 'js' };
        } catch (error) {
          return { errors: [messageOf(error as SvelteMistake, path)] };
        }
      };
      build.onLoad({ filter: /\.svelte(?:\.[jt]s)?$/ }, async ({ path, namespace }) =>
        load(path, namespace === 'file' ? await readFile(path, 'utf8') : svelte.made![path]!),
      );
    },
  };
}

/** The component with its style in CSS, where it is written in SCSS. */
async function prepare(
  { preprocess }: SvelteCompiler,
  text: string,
  path: string,
  { root }: ComponentTools,
): Promise<string> {
  if (!/<style[^>]*\blang=["']?s[ac]ss/.test(text)) return text;
  const style = async ({ content }: { content: string }): Promise<{ code: string }> => {
    const compiled = await compileScss({ file: relative(root, path), text: content }, root);
    return { code: compiled.text };
  };
  const { code } = await preprocess(text, { style }, { filename: path });
  return code.replace(/(<style[^>]*)\slang=["']?s[ac]ss["']?/, '$1');
}

function withMap({ code, map }: Compiled): string {
  const encoded = Buffer.from(JSON.stringify(map)).toString('base64');
  return `${code}\n//# sourceMappingURL=data:application/json;base64,${encoded}`;
}

function messageOf({ message, start }: SvelteMistake, path: string): PartialMessage {
  return {
    text: message.split('\n')[0]!,
    location: { file: path, line: start?.line ?? 1, column: start?.column ?? 0 },
  };
}
