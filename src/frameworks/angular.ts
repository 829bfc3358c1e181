import type { Plugin } from 'esbuild';
import { readFile } from 'node:fs/promises';
import { pascalCase } from '../contract/names.js';
import { quoted } from '../syntax/literal.js';
import { transformWithBabel } from './babel.js';
import { angularDeclarations, angularDirectives } from './angular-directives.js';
import { checkAngular, compileAngular } from './angular-program.js';
import { writeTyped } from './typed-use.js';
import { ExampleNames } from './example-names.js';
import { heardCode, stageCall } from './stage-call.js';
import type { Framework, FrameworkTools } from './framework.js';
import { looksLikeListener, type Scene } from './scene.js';
import {
  HTML_SYNTAX,
  indented,
  valueCode,
  writeContent,
  writeElement,
  type MarkupSyntax,
} from './write-content.js';

/** Names that examples use themselves, and members of their components. */
const TAKEN = [
  'Component',
  'CUSTOM_ELEMENTS_SCHEMA',
  'Example',
  'Input',
  'signal',
  'viewChild',
  'constructor',
  'more',
  'ngOnInit',
  'shown',
  'stage',
];

/** Braces and at signs begin expressions and blocks; the template stands in a template literal. */
function escapeTemplate(markup: string): string {
  return markup
    .replace(/[{}@]/g, (character) => `&#${character.charCodeAt(0)};`)
    .replace(/[\\`]|\$(?=\{)/g, '\\$&');
}

const TEMPLATE: MarkupSyntax = {
  text: (value) => escapeTemplate(HTML_SYNTAX.text(value)),
  attribute: (name, value) => escapeTemplate(HTML_SYNTAX.attribute(name, value)),
  empty: HTML_SYNTAX.empty,
};

function template(scene: Scene, names: ExampleNames): string {
  const { tag, properties, attributes, events, content, lateContent, removable } = scene;
  const written = [
    ...(refers(scene) ? [`#${names.element}`] : []),
    ...Object.entries(attributes).map(([name, value]) => TEMPLATE.attribute(name, value)),
    ...properties
      .filter(({ name }) => !looksLikeListener(name))
      .map(({ name }) => `[${name}]="${names.value(name)}()"`),
    ...events.map((event) => `(${event})="${scene.staged ? 'stage.heard' : 'heard'}($event)"`),
  ];
  const inside = writeContent(content, TEMPLATE);
  if (lateContent.length > 0)
    inside.push(`@if (more()) {\n${indented(writeContent(lateContent, TEMPLATE).join('\n'), 2)}\n}`);
  const element = writeElement(tag, written, inside);
  return removable ? `@if (shown()) {\n${indented(element, 2)}\n}` : element;
}

/** True if the consumer reaches for the element itself. */
function refers({ staged, properties }: Scene): boolean {
  return staged || properties.some(({ name }) => looksLikeListener(name));
}

function members(scene: Scene, names: ExampleNames): string[] {
  const { properties, events, lateContent, removable, staged } = scene;
  const { element } = names;
  // Templates refuse to bind names that begin like a listener's.
  const assigned = properties.filter(({ name }) => looksLikeListener(name));
  return [
    ...(staged ? ['@Input() stage: any;'] : []),
    ...properties.map(
      ({ name, value }) => `readonly ${names.value(name)} = signal(${valueCode(value, 'this.stage')});`,
    ),
    ...(lateContent.length > 0 ? ['readonly more = signal(false);'] : []),
    ...(removable ? ['readonly shown = signal(true);'] : []),
    ...(refers(scene) ? [`readonly ${element} = viewChild<ElementRef>(${quoted(element)});`] : []),
    ...assigned.flatMap(({ name }) => [
      `readonly set${pascalCase(names.value(name))} = effect(() => {`,
      `  const ${element} = this.${element}()?.nativeElement;`,
      `  if (${element}) ${element}.${name} = this.${names.value(name)}();`,
      '});',
    ]),
    ...(staged ? initCode(scene, names) : []),
    ...(!staged && events.length > 0 ? ['', 'heard(event: any) {', `  ${heardCode(scene)};`, '}'] : []),
  ];
}

function initCode(scene: Scene, names: ExampleNames): string[] {
  const handed = stageCall(scene, {
    stage: 'this.stage',
    element: `this.${names.element}()?.nativeElement`,
    value: (name) => `this.${names.value(name)}()`,
    set: (name) => `(value: any) => this.${names.value(name)}.set(value)`,
    setMore: '(more: boolean) => this.more.set(more)',
    setShown: '(shown: boolean) => this.shown.set(shown)',
  });
  return ['', 'ngOnInit() {', ...handed.map((line) => `  ${line}`), '}'];
}

/** Finishes Angular's own packages, which are published for the linker to complete (the partial format). */
function linker(tools: FrameworkTools): Plugin {
  return {
    name: 'linker',
    setup(build) {
      build.onLoad({ filter: /[\\/]@angular[\\/].*\.m?js$/ }, async ({ path }) => {
        const source = await readFile(path, 'utf8');
        if (!source.includes('ɵɵngDeclare')) return { contents: source, loader: 'js' };
        const module = (await tools.load('@angular/compiler-cli/linker/babel')) as LinkerModule;
        const plugin = module.createEs2015LinkerPlugin({
          linkerJitMode: false,
          sourceMapping: false,
          fileSystem: NO_FILES,
          logger: SILENT,
        });
        const contents = await transformWithBabel(source, tools, {
          filename: path,
          compact: false,
          plugins: [plugin],
        });
        return { contents, loader: 'js' };
      });
    },
  };
}

interface LinkerModule {
  createEs2015LinkerPlugin(options: object): object;
}

/** The linker asks for source maps of what it links; there are none. */
const NO_FILES = {
  resolve: (path: string) => path,
  exists: () => false,
  dirname: (path: string) => path,
  readFile: () => '',
};

const SILENT = { level: 3, debug() {}, info() {}, warn() {}, error() {} };

/** Angular 21, standalone components with signals, compiled ahead of time in one program. */
export const angular: Framework = {
  name: 'angular',
  title: 'Angular 21',
  packages: [
    { name: '@angular/core', major: 21 },
    { name: '@angular/common', major: 21 },
    { name: '@angular/compiler', major: 21 },
    { name: '@angular/compiler-cli', major: 21 },
    { name: '@angular/platform-browser', major: 21 },
    { name: 'rxjs', major: 7 },
  ],
  exampleFile: 'example.component.ts',
  vendor: {
    '@angular/core': `export * from '@angular/core';`,
    '@angular/platform-browser': `export { createApplication } from '@angular/platform-browser';`,
  },
  defines: {
    ngDevMode: 'false',
    ngJitMode: 'false',
    ngI18nClosureMode: 'false',
    ngServerMode: 'false',
    ngHmrMode: 'false',
  },
  plugins: async (tools) => [linker(tools)],

  write(scene) {
    const names = new ExampleNames(scene, TAKEN);
    const { properties, lateContent, removable, register, staged } = scene;
    const signals = properties.length > 0 || lateContent.length > 0 || removable;
    const used = [
      'Component',
      'CUSTOM_ELEMENTS_SCHEMA',
      ...(refers(scene) ? ['ElementRef'] : []),
      ...(staged ? ['Input'] : []),
      ...(properties.some(({ name }) => looksLikeListener(name)) ? ['effect'] : []),
      ...(signals ? ['signal'] : []),
      ...(refers(scene) ? ['viewChild'] : []),
    ];
    return `import { ${used.join(', ')} } from '@angular/core';
${register.map((module) => `import ${quoted(module)};\n`).join('')}
@Component({
  selector: 'app-example',
  schemas: [CUSTOM_ELEMENTS_SCHEMA],
  template: \`
${indented(template(scene, names), 4)}
  \`,
})
export class Example {
${indented(members(scene, names).join('\n'), 2)}
}
`;
  },

  compileAll: (sources, tools) => compileAngular(sources, tools, angular.defines),

  declarations: angularDeclarations,
  declaredCode: angularDirectives,

  typing: {
    file: 'ts',
    packages: [{ name: 'typescript', major: 6 }],
    listens: true,
    compilerOptions: {},
    write: (file) =>
      writeTyped(file, {
        head: [
          `import { Component } from '@angular/core';`,
          `import { ${file.className}Directive } from '${file.packageName}/${file.entry}';`,
          '',
          '@Component({',
          `  selector: 'app-uses',`,
          `  imports: [${file.className}Directive],`,
          '  template: `',
        ],
        between: [],
        margin: '    ',
        attributes: ({ properties, listeners, method }, place) => [
          `#reference${place}`,
          ...properties.map(([name, constant]) => `[${name}]="${constant}"`),
          ...listeners.map(
            ({ event, constant, member }) =>
              `(${event})="${constant ? `${constant}($event)` : `take($event.detail.${member})`}"`,
          ),
          ...(method === undefined ? [] : [`(click)="reference${place}.${method}()"`]),
        ],
        tail: [
          '  `,',
          '})',
          'export class Uses {',
          ...file.constants.map(([name, code]) => `  readonly ${name} = ${code};`),
          '  take(value: unknown): void {',
          '    void value;',
          '  }',
          '}',
          '',
        ],
      }),
    inProcess: true,
    check: checkAngular,
  },

  mountModule: `
import { createComponent } from '@angular/core';
import { createApplication } from '@angular/platform-browser';

let application;

export function mount({ Example }, container, stage) {
  application ??= createApplication();
  // The framework takes the element that it renders into away with what it rendered.
  const hostElement = container.appendChild(document.createElement('app-example'));
  const rendered = application.then((app) => {
    const component = createComponent(Example, { environmentInjector: app.injector, hostElement });
    component.setInput('stage', stage);
    app.attachView(component.hostView);
    component.changeDetectorRef.detectChanges();
    return component;
  });
  rendered.catch((error) => setTimeout(() => { throw error; }));
  return () => rendered.then((component) => component.destroy(), () => {});
}
`,
};
