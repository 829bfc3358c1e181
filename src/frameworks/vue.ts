import { camelCase, kebabCase } from '../contract/names.js';
import { quoted } from '../syntax/literal.js';
import type { Scene } from './scene.js';
import { ExampleNames } from './example-names.js';
import { heardCode, stageCall } from './stage-call.js';
import { checkWithVueTsc } from './checkers.js';
import { listenerCode, writeTyped } from './typed-use.js';
import type { Contract } from '../contract/model.js';
import { liveProperties } from '../contract/passed.js';
import { useImports, useInterfaces } from './declarations.js';
import type { Framework } from './framework.js';
import { isLeftOutOrBoolean, writeServerFile } from './server-rendering.js';
import {
  HTML_SYNTAX,
  indented,
  valueCode,
  writeContent,
  writeElement,
  type MarkupSyntax,
} from './write-content.js';

/** Names that examples use themselves. */
const TAKEN = ['defineProps', 'more', 'next', 'ref', 'shallowRef', 'shown'];

/** A template takes double braces for an expression. */
const TEMPLATE: MarkupSyntax = {
  ...HTML_SYNTAX,
  text: (value) =>
    value.includes('{{') ? `<span v-pre>${HTML_SYNTAX.text(value)}</span>` : HTML_SYNTAX.text(value),
};

function template(scene: Scene): string {
  const names = new ExampleNames(scene, TAKEN);
  const { tag, properties, attributes, events, content, lateContent, removable } = scene;
  const written = [
    ...(removable ? ['v-if="shown"'] : []),
    ...(scene.staged ? [`ref="${names.element}"`] : []),
    ...Object.entries(attributes).map(([name, value]) => HTML_SYNTAX.attribute(name, value)),
    ...properties.map(({ name }) => `:${name}="${names.value(name)}"`),
    ...events.map((event) => `@${kebabCase(event)}="(event) => ${heardCode(scene)}"`),
  ];
  const inside = writeContent(content, TEMPLATE);
  if (lateContent.length > 0) {
    inside.push(
      `<template v-if="more">\n${indented(writeContent(lateContent, TEMPLATE).join('\n'), 2)}\n</template>`,
    );
  }
  return writeElement(tag, written, inside);
}

function script(scene: Scene): string[] {
  const names = new ExampleNames(scene, TAKEN);
  const { properties, lateContent, removable, register, staged } = scene;
  const isObject = (value: unknown): boolean => typeof value === 'object' && value !== null;
  const shallow = properties.some(({ value }) => isObject(value));
  const used = [
    ...(staged || properties.some(({ value }) => !isObject(value)) || removable ? ['ref'] : []),
    ...(shallow ? ['shallowRef'] : []),
  ];
  const lines = [
    ...(used.length > 0 ? [`import { ${used.join(', ')} } from 'vue';`] : []),
    ...register.map((module) => `import ${quoted(module)};`),
    '',
    ...(staged ? [`const { stage } = defineProps(['stage']);`] : []),
    ...properties.map(
      ({ name, value }) =>
        `const ${names.value(name)} = ${isObject(value) ? 'shallowRef' : 'ref'}(${valueCode(value)});`,
    ),
    ...(staged ? [`const ${names.element} = ref(null);`] : []),
  ];
  if (lateContent.length > 0) lines.push('const more = ref(false);');
  if (removable) lines.push('const shown = ref(true);');
  const handed = stageCall(scene, {
    stage: 'stage',
    element: `${names.element}.value`,
    value: (name) => `${names.value(name)}.value`,
    set: (name) => `(next) => (${names.value(name)}.value = next)`,
    setMore: '(next) => (more.value = next)',
    setShown: '(next) => (shown.value = next)',
  });
  if (handed.length > 0) lines.push('', ...handed);
  return lines;
}

interface SfcCompiler {
  parse(source: string, options: object): { descriptor: object; errors: Error[] };
  compileScript(descriptor: object, options: object): { content: string };
}

/** What `v-model` is for a template's checker, on what compiles to a control's own. */
const MODEL = [
  'modelValue?: string | number | boolean | readonly unknown[] | null | undefined;',
  "'onUpdate:modelValue'?: ((value: any) => void) | undefined;",
  'modelModifiers?: { readonly [name: string]: true } | undefined;',
];

/** True for an element that has a value as native controls do, its own or that of the control inside. */
function hasValue(contract: Contract): boolean {
  return [...contract.properties.map(({ name }) => name), ...liveProperties(contract)].includes('value');
}

/** Vue 3, single-file components with a compiled template. */
export const vue: Framework = {
  name: 'vue',
  title: 'Vue 3',
  packages: [{ name: 'vue', major: 3 }],
  exampleFile: 'Example.vue',
  vendor: { vue: `export * from 'vue/dist/vue.runtime.esm-bundler.js';` },
  defines: {
    __VUE_OPTIONS_API__: 'false',
    __VUE_PROD_DEVTOOLS__: 'false',
    __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
  },

  write(scene) {
    return `<script setup>\n${script(scene).join('\n')}\n</script>\n\n<template>\n${indented(template(scene), 2)}\n</template>\n`;
  },

  async compile(source, { isCustomElement, load }) {
    const { parse, compileScript } = (await load('vue/compiler-sfc')) as SfcCompiler;
    const { descriptor, errors } = parse(source, {
      filename: 'Example.vue',
      templateParseOptions: { isCustomElement },
    });
    if (errors[0]) throw errors[0];
    const { content } = compileScript(descriptor, {
      id: 'example',
      inlineTemplate: true,
      genDefaultAs: 'Example',
      templateOptions: { compilerOptions: { isCustomElement } },
    });
    return `${content}\nexport { Example, Example as default };\n`;
  },

  declarations: (
    contracts,
  ) => `import type { HTMLAttributes, NativeElements, ReservedProps, StyleValue } from 'vue';
${useImports(contracts, true)}

${useInterfaces(contracts, {
  native: (tag) => (tag === undefined ? 'HTMLAttributes' : `NativeElements['${tag}']`),
  replaced: `'style' | keyof ReservedProps`,
  more: (contract) => [
    ...(hasValue(contract) ? MODEL : []),
    "key?: ReservedProps['key'];",
    "ref?: ReservedProps['ref'];",
    'slot?: string | undefined;',
    'part?: string | undefined;',
    `style?: StyleValue | ${contract.className}Style;`,
    '[name: `data${Capitalize<string>}`]: unknown;',
  ],
  listener: (event) => camelCase(`on-${event}`),
})}
declare module 'vue' {
  interface HTMLAttributes {
    slot?: string | undefined;
    part?: string | undefined;
  }
  interface GlobalComponents {
${contracts.map(({ tag, className }) => `    '${tag}': new () => ${className} & { $props: ${className}Use };`).join('\n')}
  }
}
`,

  typing: {
    file: 'vue',
    packages: [
      { name: 'vue-tsc', major: 3 },
      { name: 'typescript', major: 6 },
    ],
    listens: true,
    blind: {
      listener:
        'The checker takes any function that is only named as a listener; call it in place, as in (event) => heard(event).',
    },
    compilerOptions: {},
    configuration: { vueCompilerOptions: { strictTemplates: true } },
    write: (file) =>
      writeTyped(file, {
        head: [
          '<script setup lang="ts">',
          `import type {} from '${file.packageName}/${file.entry}';`,
          `import type { ${file.className} } from '${file.packageName}/${file.tag}';`,
          `import { ref } from 'vue';`,
          ...file.constants.map(([name, code]) => `const ${name} = ${code};`),
          `const reference = ref<${file.className}>();`,
          'const calls = () => {',
        ],
        call: (method) => `  reference.value?.${method}();`,
        between: ['};', 'void calls;', '</script>', '', '<template>'],
        margin: '  ',
        attributes: ({ properties, listeners }) => [
          'ref="reference"',
          ...properties.map(([name, constant]) => `:${name}="${constant}"`),
          ...listeners.map((one) => `@${kebabCase(one.event)}="${listenerCode(one)}"`),
        ],
        tail: ['</template>', ''],
      }),
    check: checkWithVueTsc,
  },

  server: {
    misses: isLeftOutOrBoolean,
    packages: [],
    file: 'server.js',
    write: (page) =>
      writeServerFile(
        page,
        [
          `import { createSSRApp } from 'vue';`,
          `import { renderToString } from 'vue/server-renderer';`,
          `import Example from './Example.vue';`,
        ],
        (stage) => `await renderToString(createSSRApp(Example${stage && `, { ${stage} }`}))`,
      ),
    hydrateModule: `
import { createSSRApp } from 'vue';

export function hydrate({ Example }, container, stage) {
  const app = createSSRApp(Example, { stage });
  app.mount(container);
  return () => app.unmount();
}
`,
  },

  project: {
    packages: { '@vitejs/plugin-vue': '^6' },
    config: (tags) =>
      `import plugin from '@vitejs/plugin-vue';\n\nconst isCustomElement = (tag) => ${JSON.stringify(tags)}.includes(tag);\n\nexport default { plugins: [plugin({ template: { compilerOptions: { isCustomElement } } })] };\n`,
  },

  mountModule: `
import { createApp } from 'vue';

export function mount({ Example }, container, stage) {
  const app = createApp(Example, { stage });
  app.mount(container);
  return () => app.unmount();
}
`,
};
