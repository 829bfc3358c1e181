import { quoted } from '../syntax/literal.js';
import { ExampleNames } from './example-names.js';
import { heardCode, stageCall } from './stage-call.js';
import { checkWithSvelteCheck } from './checkers.js';
import { listenerCode, writeTyped } from './typed-use.js';
import { heardAtHost, tagEntries, useImports, useInterfaces } from './declarations.js';
import type { Framework, FrameworkTools } from './framework.js';
import { isLeftOutOrBoolean, writeServerFile } from './server-rendering.js';
import { looksLikeListener, type BoundProperty, type Scene } from './scene.js';
import {
  HTML_SYNTAX,
  indented,
  valueCode,
  writeContent,
  writeElement,
  type MarkupSyntax,
} from './write-content.js';

/** Names that examples use themselves. */
const TAKEN = ['more', 'next', 'shown'];

/** Braces hold expressions. */
const TEMPLATE: MarkupSyntax = {
  ...HTML_SYNTAX,
  text: (value) => (/[{}]/.test(value) ? `{${quoted(value)}}` : HTML_SYNTAX.text(value)),
  attribute: (name, value) =>
    /[{}]/.test(value) ? `${name}={${quoted(value)}}` : HTML_SYNTAX.attribute(name, value),
};

function template(scene: Scene, names: ExampleNames): string {
  const { tag, properties, attributes, events, content, lateContent, removable } = scene;
  const written = [
    ...(refers(scene) ? [`bind:this={${names.element}}`] : []),
    ...Object.entries(attributes).map(([name, value]) => TEMPLATE.attribute(name, value)),
    ...properties
      .filter((property) => !assigned(scene).includes(property))
      .map(({ name }) => {
        const value = names.value(name);
        return value === name ? `{${name}}` : `${name}={${value}}`;
      }),
    ...events.map((event) => `on${event}={(event) => ${heardCode(scene)}}`),
  ];
  const inside = writeContent(content, TEMPLATE);
  if (lateContent.length > 0)
    inside.push(`{#if more}\n${indented(writeContent(lateContent, TEMPLATE).join('\n'), 2)}\n{/if}`);
  const element = writeElement(tag, written, inside);
  return removable ? `{#if shown}\n${indented(element, 2)}\n{/if}` : element;
}

/** Svelte takes names that begin like a listener's for listeners: those are set through the reference. */
function assigned({ properties, plain }: Scene): BoundProperty[] {
  return plain ? [] : properties.filter(({ name }) => looksLikeListener(name));
}

/** True if the consumer reaches for the element itself. */
function refers(scene: Scene): boolean {
  return scene.staged || assigned(scene).length > 0;
}

function script(scene: Scene, names: ExampleNames): string[] {
  const { properties, lateContent, removable, register } = scene;
  const isObject = (value: unknown): boolean => typeof value === 'object' && value !== null;
  const lines = [
    ...register.map((module) => `import ${quoted(module)};`),
    ...(register.length > 0 ? [''] : []),
    ...(scene.staged ? ['let { stage } = $props();'] : []),
    // Deep state would hand over a proxy in place of the object.
    ...properties.map(
      ({ name, value }) =>
        `let ${names.value(name)} = ${isObject(value) ? '$state.raw' : '$state'}(${valueCode(value)});`,
    ),
    ...(refers(scene) ? [`let ${names.element} = $state();`] : []),
  ];
  if (lateContent.length > 0) lines.push('let more = $state(false);');
  if (removable) lines.push('let shown = $state(true);');
  for (const { name } of assigned(scene)) {
    const set = `${names.element}.${name} = ${names.value(name)};`;
    lines.push(`$effect(() => {\n  ${removable ? `if (${names.element}) ` : ''}${set}\n});`);
  }
  const handed = stageCall(scene, {
    stage: 'stage',
    element: names.element,
    value: (name) => names.value(name),
    set: (name) => `(next) => (${names.value(name)} = next)`,
    setMore: '(next) => (more = next)',
    setShown: '(next) => (shown = next)',
  });
  if (handed.length > 0) lines.push('', ...handed);
  return lines;
}

interface Compiler {
  compile(source: string, options: object): { js: { code: string } };
}

async function compileComponent(
  source: string,
  generate: 'client' | 'server',
  { load }: FrameworkTools,
): Promise<string> {
  const { compile } = (await load('svelte/compiler')) as Compiler;
  const { js } = compile(source, {
    filename: 'Example.svelte',
    generate,
    dev: false,
    css: 'external',
    runes: true,
  });
  return js.code;
}

/** Svelte 5, components with runes. */
export const svelte: Framework = {
  name: 'svelte',
  title: 'Svelte 5',
  packages: [{ name: 'svelte', major: 5 }],
  exampleFile: 'Example.svelte',
  vendor: {
    svelte: `export { flushSync, hydrate, mount, unmount } from 'svelte';`,
    'svelte/internal/client': `export * from 'svelte/internal/client';`,
    'svelte/internal/disclose-version': `import 'svelte/internal/disclose-version';`,
    'svelte/internal/flags/async': `import 'svelte/internal/flags/async';`,
    'svelte/internal/flags/legacy': `import 'svelte/internal/flags/legacy';`,
    'svelte/internal/flags/tracing': `import 'svelte/internal/flags/tracing';`,
  },
  defines: {},

  write(scene) {
    const names = new ExampleNames(scene, TAKEN);
    return `<script>\n${indented(script(scene, names).join('\n'), 2)}\n</script>\n\n${template(scene, names)}\n`;
  },

  compile: (source, tools) => compileComponent(source, 'client', tools),

  declarations: (
    contracts,
  ) => `import type { DOMAttributes, HTMLAttributes, SvelteHTMLElements } from 'svelte/elements';
${useImports(contracts, true)}

${useInterfaces(contracts, {
  native: (tag, className) =>
    tag === undefined
      ? `HTMLAttributes<${className}>`
      : heardAtHost(`SvelteHTMLElements['${tag}']`, 'DOMAttributes', className),
  replaced: 'never',
  more: () => [],
  listener: (event) => `on${event}`,
})}
declare module 'svelte/elements' {
  interface SvelteHTMLElements {
${tagEntries(contracts, 4)}
  }
}
`,

  typing: {
    file: 'svelte',
    packages: [
      { name: 'svelte-check', major: 4 },
      { name: 'typescript', major: 6 },
    ],
    listens: true,
    compilerOptions: { verbatimModuleSyntax: true },
    write: (file) =>
      writeTyped(file, {
        head: [
          '<script lang="ts">',
          `  import type {} from '${file.packageName}/${file.entry}';`,
          `  import type { ${file.className} } from '${file.packageName}/${file.tag}';`,
          ...file.constants.map(([name, code]) => `  const ${name} = ${code};`),
          `  let reference = $state<${file.className}>();`,
          '  const calls = () => {',
        ],
        call: (method) => `    reference?.${method}();`,
        between: ['  };', '  void calls;', '</script>', ''],
        margin: '',
        attributes: ({ properties, listeners }) => [
          'bind:this={reference}',
          ...properties.map(([name, constant]) => `${name}={${constant}}`),
          ...listeners.map((one) => `on${one.event}={${listenerCode(one)}}`),
        ],
        tail: [],
      }),
    check: checkWithSvelteCheck,
  },

  server: {
    misses: isLeftOutOrBoolean,
    packages: [],
    file: 'server.js',
    write: (page) =>
      writeServerFile(
        page,
        [`import { render } from 'svelte/server';`, `import Example from './Example.svelte';`],
        (stage) => `render(Example${stage && `, { props: { ${stage} } }`}).body`,
      ),
    compile: (source, tools) => compileComponent(source, 'server', tools),
    hydrateModule: `
import { flushSync, hydrate as hydrateComponent, unmount } from 'svelte';

export function hydrate({ default: Example }, container, stage) {
  const component = hydrateComponent(Example, { target: container, props: { stage } });
  flushSync();
  return () => unmount(component);
}
`,
  },

  project: {
    packages: { '@sveltejs/vite-plugin-svelte': '^6' },
    config: () =>
      `import { svelte } from '@sveltejs/vite-plugin-svelte';\n\nexport default { plugins: [svelte()] };\n`,
  },

  mountModule: `
import { flushSync, mount as mountComponent, unmount } from 'svelte';

export function mount({ default: Example }, container, stage) {
  const component = mountComponent(Example, { target: container, props: { stage } });
  flushSync();
  return () => unmount(component);
}
`,
};
