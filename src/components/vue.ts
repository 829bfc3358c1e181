import { readFile } from 'node:fs/promises';
import { dirname, relative } from 'node:path';
import type { OnLoadResult, Plugin } from 'esbuild';
import { compileScss } from '../library/scss.js';
import { contentKey } from '../system/cache.js';
import type { ComponentTools, WrappedFramework } from './framework.js';
import { virtualStyles, type VirtualStyles } from './virtual-styles.js';

interface Block {
  content: string;
  lang?: string;
}

interface Style extends Block {
  scoped?: boolean;
  module?: string | boolean;
}

interface Descriptor {
  script: Block | null;
  scriptSetup: Block | null;
  template: Block | null;
  styles: Style[];
}

interface Mistake extends Error {
  loc?: { start: { line: number; column: number } };
}

interface SfcCompiler {
  parse(source: string, options: object): { descriptor: Descriptor; errors: Mistake[] };
  compileScript(descriptor: Descriptor, options: object): { content: string; bindings?: object };
  compileTemplate(options: object): { code: string; errors: (Mistake | string)[] };
  compileStyle(options: object): { code: string; errors: Error[] };
}

/** Components of Vue 3: single-file components, and modules that export one. */
export const vue: WrappedFramework = {
  name: 'vue',
  title: 'Vue',
  packages: [{ name: 'vue', least: 3 }],
  owns: /^(?:vue|@vue\/(?:runtime-core|runtime-dom|reactivity|shared))(?:\/|$)/,
  mount: 'mount-vue.js',
  defines: {
    __VUE_OPTIONS_API__: 'true',
    __VUE_PROD_DEVTOOLS__: 'false',
    __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
  },
  plugins: (tools) => [compiled(tools)],
};

function compiled(tools: ComponentTools): Plugin {
  return {
    name: 'vue-components',
    setup: (build) => {
      const styles = virtualStyles(build);
      build.onLoad({ filter: /\.vue$/ }, async ({ path }) => {
        try {
          return await load(path, tools, styles);
        } catch (error) {
          const { message, loc } = error as Mistake;
          return {
            errors: [
              {
                text: message.split('\n')[0]!.replace(/^\[@vue\/compiler-sfc\] /, ''),
                location: {
                  file: path,
                  line: loc?.start.line ?? 1,
                  column: (loc?.start.column ?? 1) - 1,
                },
              },
            ],
          };
        }
      });
    },
  };
}

/** A single-file component as a module: its script with the template, and imports of its styles. */
async function load(path: string, tools: ComponentTools, styles: VirtualStyles): Promise<OnLoadResult> {
  // Types that a component imports are followed with TypeScript.
  const compiler = (await tools.load('vue/compiler-sfc')) as SfcCompiler;
  const { parse, compileScript, compileTemplate } = compiler;
  const filename = relative(tools.root, path);
  const { descriptor, errors } = parse(await readFile(path, 'utf8'), { filename: path });
  if (errors[0]) throw errors[0];
  const id = contentKey(filename);
  const scoped = descriptor.styles.some((style) => style.scoped);
  const { script, scriptSetup, template } = descriptor;
  const lang = (scriptSetup ?? script)?.lang ?? 'js';
  const inline = scriptSetup !== null;
  const templateOptions = { compilerOptions: { scopeId: scoped ? `data-v-${id}` : undefined } };
  const compiledScript =
    script || scriptSetup
      ? compileScript(descriptor, {
          id,
          inlineTemplate: inline,
          isProd: true,
          genDefaultAs: 'component',
          templateOptions,
        })
      : undefined;
  const lines = [compiledScript?.content ?? 'const component = {};'];
  if (template && !inline) {
    const made = compileTemplate({
      source: template.content,
      filename,
      id,
      isProd: true,
      scoped,
      compilerOptions: {
        ...templateOptions.compilerOptions,
        bindingMetadata: compiledScript?.bindings,
        ...(/^tsx?$/.test(lang) ? { expressionPlugins: ['typescript'] } : {}),
      },
    });
    const [mistake] = made.errors;
    if (mistake) throw typeof mistake === 'string' ? new Error(mistake) : mistake;
    lines.push(made.code.replace('export function render(', 'function renderTemplate('));
    lines.push('component.render = renderTemplate;');
  }
  if (scoped) lines.push(`component.__scopeId = ${JSON.stringify(`data-v-${id}`)};`);
  const named: string[] = [];
  for (const [place, style] of descriptor.styles.entries()) {
    const css = await styleOf(style, id, path, tools, compiler);
    const address = JSON.stringify(styles.add(path, css, Boolean(style.module)));
    if (!style.module) lines.unshift(`import ${address};`);
    else {
      lines.unshift(`import * as style${place} from ${address};`);
      named.push(`${JSON.stringify(style.module === true ? '$style' : style.module)}: style${place}`);
    }
  }
  if (named.length > 0) lines.push(`component.__cssModules = { ${named.join(', ')} };`);
  lines.push('export default component;');
  return {
    contents: lines.join('\n'),
    resolveDir: dirname(path),
    loader: /^(?:ts|tsx|jsx)$/.test(lang) ? (lang as 'ts') : 'js',
  };
}

async function styleOf(
  { content, lang, scoped }: Style,
  id: string,
  path: string,
  { root }: ComponentTools,
  { compileStyle }: SfcCompiler,
): Promise<string> {
  const source =
    lang === 'scss' || lang === 'sass'
      ? (await compileScss({ file: relative(root, path), text: content }, root)).text
      : content;
  const { code, errors } = compileStyle({
    source,
    filename: path,
    id: `data-v-${id}`,
    scoped: scoped ?? false,
    isProd: true,
  });
  if (errors[0]) throw errors[0];
  return code;
}
