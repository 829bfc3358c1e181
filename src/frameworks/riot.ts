import { quoted } from '../syntax/literal.js';
import { ExampleNames } from './example-names.js';
import { heardCode } from './stage-call.js';
import type { Framework } from './framework.js';
import { Callback, looksLikeListener, type BoundProperty, type ContentNode, type Scene } from './scene.js';
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

/** Braces hold expressions. */
const TEMPLATE: MarkupSyntax = {
  ...HTML_SYNTAX,
  text: (value) => (/[{}]/.test(value) ? `{ ${quoted(value)} }` : HTML_SYNTAX.text(value)),
  attribute: (name, value) =>
    /[{}]/.test(value) ? `${name}={ ${quoted(value)} }` : HTML_SYNTAX.attribute(name, value),
};

/**
 * Riot takes children of a tag with a hyphen for its own slots, of which it keeps one node for each name, unless it cannot
 * read the name.
 */
const SPREAD_SLOTS: MarkupSyntax = {
  ...TEMPLATE,
  attribute: (name, value) =>
    name === 'slot' ? `{...{ slot: ${quoted(value)} }}` : TEMPLATE.attribute(name, value),
};

/** Attributes that Riot writes with their own name as value, since they are boolean in HTML. */
const BOOLEAN = new Set(
  'allowfullscreen async autofocus autoplay checked controls default defer disabled formnovalidate hidden inert ismap itemscope loop multiple muted nomodule novalidate open playsinline readonly required reversed selected'.split(
    ' ',
  ),
);

/** Riot writes attributes, and drops what is no text. */
function survives({ name, attribute, value }: BoundProperty): boolean {
  const isText = typeof value === 'string' || typeof value === 'number';
  return isText && attribute !== undefined && !BOOLEAN.has(attribute) && !looksLikeListener(name);
}

function markup(scene: Scene): string {
  const { tag, properties, attributes, events, content, lateContent, removable, plain } = scene;
  const written = [
    ...(removable ? ['if={ state.shown }'] : []),
    ...Object.entries(attributes).map(([name, value]) => TEMPLATE.attribute(name, value)),
    ...properties
      .filter((property) => plain || survives(property))
      .map(({ name, attribute }) => `${plain ? name : attribute}={ state.${name} }`),
    ...events.map((event) => `on${event}={ (event) => ${heardCode(scene, 'props.stage')} }`),
  ];
  const syntax = sharesSlots([...content, ...lateContent]) ? SPREAD_SLOTS : TEMPLATE;
  const inside = writeContent(content, syntax);
  if (lateContent.length === 0) return writeElement(tag, written, inside);
  const late = writeContent(lateContent, syntax).map((line) =>
    line.startsWith('<')
      ? line.replace(/^<[\w-]+/, (open) => `${open} if={ state.more }`)
      : `<template if={ state.more }>${line}</template>`,
  );
  // White space beside what comes and goes stays, and a slot's fallback would not come back.
  return writeTight(tag, written, [...inside, ...late]);
}

/** True if several nodes are for one slot. */
function sharesSlots(nodes: readonly ContentNode[]): boolean {
  const slots = nodes.flatMap((node) => (typeof node === 'string' ? [] : (node.attributes.slot ?? [])));
  return new Set(slots).size < slots.length;
}

function script(scene: Scene): string[] {
  const { tag, properties, lateContent, removable, register, plain, staged } = scene;
  const names = new ExampleNames(scene, ['props', 'state']);
  const assigned = plain ? [] : properties.filter((property) => !survives(property));
  const lines = register.map((module) => `import ${quoted(module)};`);
  if (lines.length > 0) lines.push('');
  const state = [
    ...properties
      .filter(({ value }) => !(value instanceof Callback))
      .map(({ name, value }) => `${name}: ${valueCode(value)},`),
    ...(lateContent.length > 0 ? ['more: false,'] : []),
    ...(removable ? ['shown: true,'] : []),
  ];
  lines.push('export default {');
  if (state.length > 0) lines.push('  state: {', ...state.map((line) => indented(line, 4)), '  },');
  if (assigned.length > 0) {
    const target = names.element;
    lines.push(
      '  assign() {',
      `    const ${target} = this.$(${quoted(tag)});`,
      ...(removable ? [`    if (!${target}) return;`] : []),
      ...assigned.map(({ name }) => `    ${target}.${name} = this.state.${name};`),
      '  },',
    );
  }
  const callbacks = properties.filter(({ value }) => value instanceof Callback);
  if (callbacks.length > 0) {
    lines.push(
      '  onBeforeMount(props, state) {',
      ...callbacks.map(({ name, value }) =>
        indented(`state.${name} = ${valueCode(value, 'props.stage')};`, 4),
      ),
      '  },',
    );
  }
  if (staged || assigned.length > 0) lines.push('  onMounted() {');
  if (assigned.length > 0) lines.push('    this.assign();');
  if (staged) lines.push(...stageLines(scene, names));
  if (staged || assigned.length > 0) lines.push('  },');
  if (assigned.length > 0) lines.push('  onUpdated() {', '    this.assign();', '  },');
  lines.push('};');
  return lines;
}

/** Hands the stage what it drives the example with. */
function stageLines({ tag, properties, lateContent, removable }: Scene, names: ExampleNames): string[] {
  const lines: string[] = [];
  const found = `this.$(${quoted(tag)})`;
  if (!removable) lines.push(`    const ${names.element} = ${found};`);
  lines.push('    this.props.stage({', `      element: () => ${removable ? found : names.element},`);
  if (properties.length > 0) {
    lines.push('      values: { ...this.state },', '      set: {');
    for (const { name } of properties) lines.push(`        ${name}: (${name}) => this.update({ ${name} }),`);
    lines.push('      },');
  }
  if (lateContent.length > 0) lines.push('      setMore: (more) => this.update({ more }),');
  if (removable) lines.push('      setShown: (shown) => this.update({ shown }),');
  lines.push('    });');
  return lines;
}

interface Compiler {
  compile(source: string, options: object): { code: string };
}

/** Riot 10, components as single files; what is no text is set through a reference. */
export const riot: Framework = {
  name: 'riot',
  title: 'Riot 10',
  packages: [
    { name: 'riot', major: 10 },
    { name: '@riotjs/compiler', major: 10 },
  ],
  exampleFile: 'example.riot',
  vendor: { riot: `export * from 'riot';` },
  defines: {},

  write(scene) {
    return `<example>\n${indented(markup(scene), 2)}\n\n  <script>\n${indented(script(scene).join('\n'), 4)}\n  </script>\n</example>\n`;
  },

  async compile(source, { load }) {
    const { compile } = (await load('@riotjs/compiler')) as Compiler;
    return compile(source, { file: 'example.riot' }).code;
  },

  mountModule: `
import { component } from 'riot';
${TRUSTED_MARKUP}
export function mount({ default: Example }, container, stage) {
  const mounted = component(Example)(container.appendChild(document.createElement('div')), { stage });
  return () => {
    mounted.unmount();
    container.replaceChildren();
  };
}
`,
};
