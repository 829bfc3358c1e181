import type { Plugin } from 'esbuild';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { quoted } from '../syntax/literal.js';
import { transformWithBabel } from './babel.js';
import { ExampleNames } from './example-names.js';
import { heardCode, stageCall } from './stage-call.js';
import type { Framework, FrameworkTools } from './framework.js';
import type { Scene } from './scene.js';
import { TRUSTED_MARKUP } from './trusted-markup.js';
import {
  HTML_SYNTAX,
  indented,
  valueCode,
  writeContent,
  writeElement,
  writeTight,
  type MarkupSyntax,
} from './write-content.js';

/** Names that examples use themselves, and members of their components. */
const TAKEN = [
  'args',
  'owner',
  'Component',
  'Example',
  'tracked',
  'on',
  'modifier',
  'constructor',
  'heard',
  'more',
  'shown',
  'keep',
  'isDestroying',
  'isDestroyed',
];

/** Double braces hold expressions; character references stand for them. */
function escapeBraces(text: string): string {
  return text.replaceAll('{{', '&#123;&#123;');
}

const TEMPLATE: MarkupSyntax = {
  text: (value) => escapeBraces(HTML_SYNTAX.text(value)),
  attribute: (name, value) => escapeBraces(HTML_SYNTAX.attribute(name, value)),
  empty: HTML_SYNTAX.empty,
};

function template(scene: Scene, names: ExampleNames): string {
  const { tag, properties, attributes, events, content, lateContent, removable } = scene;
  const written = [
    ...Object.entries(attributes).map(([name, value]) => TEMPLATE.attribute(name, value)),
    ...properties.map(({ name }) => `${name}={{this.${names.value(name)}}}`),
    ...(scene.staged ? ['{{this.keep}}'] : []),
    ...events.map((event) => `{{on ${JSON.stringify(event)} this.heard}}`),
  ];
  const inside = writeContent(content, TEMPLATE);
  const late = writeContent(lateContent, TEMPLATE);
  let element = writeElement(tag, written, inside);
  if (late.length > 0) {
    // White space beside a block stays when the block goes, and a slot's fallback would not come back.
    const block = `{{#if this.more}}${late.join('')}{{/if}}`;
    element = writeTight(tag, written, [...inside, block]);
  }
  return removable ? `{{#if this.shown}}\n${indented(element, 2)}\n{{/if}}` : element;
}

function component(scene: Scene, names: ExampleNames): string[] {
  const { properties, events, lateContent, removable, staged } = scene;
  const { element } = names;
  return [
    ...properties.map(
      ({ name, value }) => `@tracked ${names.value(name)} = ${valueCode(value, 'this.args.stage')};`,
    ),
    ...(lateContent.length > 0 ? ['@tracked more = false;'] : []),
    ...(removable ? ['@tracked shown = true;'] : []),
    '',
    ...(staged ? keepCode(element) : []),
    ...(events.length > 0 ? [`heard = (event) => ${heardCode(scene, 'this.args.stage')};`, ''] : []),
    ...(staged ? constructorCode(scene, names) : []),
    '<template>',
    indented(template(scene, names), 2),
    '</template>',
  ];
}

/** What keeps the element at hand while it is there. */
function keepCode(element: string): string[] {
  return [
    `keep = modifier((${element}) => {`,
    `  this.${element} = ${element};`,
    `  return () => (this.${element} = undefined);`,
    '});',
  ];
}

function constructorCode(scene: Scene, names: ExampleNames): string[] {
  const handed = stageCall(scene, {
    stage: 'args.stage',
    element: `this.${names.element}`,
    value: (name) => `this.${names.value(name)}`,
    set: (name) => `(value) => (this.${names.value(name)} = value)`,
    setMore: '(more) => (this.more = more)',
    setShown: '(shown) => (this.shown = shown)',
  });
  return [
    'constructor(owner, args) {',
    '  super(owner, args);',
    ...handed.map((line) => `  ${line}`),
    '}',
    '',
  ];
}

interface ContentTag {
  Preprocessor: new () => { process(source: string, options: object): { code: string } };
}

const withDefault = (module: unknown): object => (module as { default: object }).default;

/** Where a package's module of Ember's lies: they are all in one package, by paths of their own. */
function emberPaths({ resolve }: FrameworkTools): Plugin {
  const home = join(resolve('ember-source/package.json'), '..');
  return {
    name: 'ember',
    setup(build) {
      build.onResolve({ filter: /^@(?:ember|glimmer)\// }, ({ path }) => {
        if (path === '@glimmer/component') return undefined;
        const whole = join(home, 'dist/prod/packages', path);
        const file = [`${whole}/index.js`, `${whole}.js`].find((candidate) => existsSync(candidate));
        return file === undefined ? undefined : { path: file };
      });
    },
  };
}

/** Ember 7, components with their template in one file. */
export const ember: Framework = {
  name: 'ember',
  title: 'Ember 7',
  packages: [
    { name: 'ember-source', major: 7 },
    { name: '@glimmer/component', major: 2 },
    { name: 'ember-modifier', major: 4 },
    { name: 'content-tag', major: 4 },
    { name: 'babel-plugin-ember-template-compilation', major: 4 },
    { name: 'decorator-transforms', major: 2 },
    { name: '@babel/core', major: 7 },
  ],
  exampleFile: 'example.gjs',
  vendor: {
    '@glimmer/component': `export { default } from '@glimmer/component';`,
    '@glimmer/tracking': `export * from '@glimmer/tracking';`,
    '@ember/modifier': `export * from '@ember/modifier';`,
    '@ember/helper': `export * from '@ember/helper';`,
    '@ember/renderer': `export * from '@ember/renderer';`,
    '@ember/component': `export * from '@ember/component';`,
    '@ember/template-factory': `export * from '@ember/template-factory';`,
    'ember-modifier': `export * from 'ember-modifier';`,
    'decorator-transforms/runtime-esm': `export * from 'decorator-transforms/runtime-esm';`,
  },
  defines: {},
  plugins: async (tools) => [emberPaths(tools)],

  write(scene) {
    const names = new ExampleNames(scene, TAKEN);
    const { properties, events, lateContent, removable, register } = scene;
    const tracks = properties.length > 0 || lateContent.length > 0 || removable;
    const imports = [
      `import Component from '@glimmer/component';`,
      ...(tracks ? [`import { tracked } from '@glimmer/tracking';`] : []),
      ...(events.length > 0 ? [`import { on } from '@ember/modifier';`] : []),
      ...(scene.staged ? [`import { modifier } from 'ember-modifier';`] : []),
      ...register.map((module) => `import ${quoted(module)};`),
    ];
    const body = component(scene, names).join('\n').replace(/^\n+/, '');
    return `${imports.join('\n')}\n\nexport class Example extends Component {\n${indented(body, 2)}\n}\n`;
  },

  async compile(source, tools) {
    const [contentTag, compiler, templates, decorators] = await Promise.all(
      [
        'content-tag',
        'ember-source/ember-template-compiler/index.js',
        'babel-plugin-ember-template-compilation',
        'decorator-transforms',
      ].map((name) => tools.load(name)),
    );
    const { Preprocessor } = contentTag as ContentTag;
    const filename = 'example.gjs';
    return transformWithBabel(new Preprocessor().process(source, { filename }).code, tools, {
      filename,
      plugins: [
        [withDefault(templates), { compiler, targetFormat: 'wire' }],
        [withDefault(decorators), { runtime: { import: 'decorator-transforms/runtime-esm' } }],
      ],
    });
  },

  mountModule: `
import { renderComponent } from '@ember/renderer';
${TRUSTED_MARKUP}
export function mount({ Example }, container, stage) {
  // Of an element that something was rendered into before, nothing can be used again.
  const into = container.appendChild(document.createElement('div'));
  const rendered = renderComponent(Example, { into, args: { stage } });
  return () => {
    rendered.destroy();
    container.replaceChildren();
  };
}
`,
};
