import { dump } from 'js-yaml';
import { schemaLine } from './schema-line.js';
import { pascalCase, tagProblem } from '../contract/names.js';
import { isVariableName } from '../syntax/words.js';
import { standardMember } from '../standards/standards.js';
import { UsageError } from '../system/usage-error.js';
import { camelCase } from '../contract/names.js';

/** How files are written: whole sentences on a line, nothing by reference. */
const YAML = { lineWidth: -1, noRefs: true };

/** What a new element is to have. */
export interface ElementWish {
  tag: string;
  summary: string | undefined;
  /** `name:type`, `name:type=default`, or `name:one|two|three` for an enum. */
  properties: string[];
  slots: string[];
  events: string[];
  methods: string[];
  /** The folder that it will lie in, relative to the library's root. */
  folder: string;
}

interface WishedProperty {
  name: string;
  schema: Record<string, unknown>;
}

/** The files of a new element, by name; it checks, builds and verifies as it is. */
export function elementFiles(wish: ElementWish): Record<string, string> {
  const { tag, slots, events, methods, folder } = wish;
  const problem = tagProblem(tag);
  if (problem) throw new UsageError(`The tag "${tag}" ${problem}.`, 'Write a name like "quay-lantern".');
  const properties = wish.properties.map(readProperty);
  const contract = {
    contract: 1,
    tag,
    summary: wish.summary ?? `Says what <${tag}> is for.`,
    ...(properties.length > 0
      ? { properties: Object.fromEntries(properties.map(({ name, schema }) => [name, schema])) }
      : {}),
    ...(slots.length > 0 ? { slots: describe(slots, 'What goes here') } : {}),
    ...(events.length > 0 ? { events: describe(events, 'When it happens') } : {}),
    ...(methods.length > 0 ? { methods: describe(methods, 'What it does') } : {}),
    parts: { base: 'The whole of it' },
  };
  const files: Record<string, string> = {
    [`${tag}.contract.yaml`]: schemaLine('contract', folder) + dump(contract, YAML),
    [`${tag}.html`]: view(properties, slots, events),
    [`${tag}.css`]: ':host {\n  display: block;\n}\n',
    [`${tag}.samples.yaml`]:
      schemaLine('samples', folder) + dump(samples(properties, slots, events, methods), YAML),
  };
  if (events.length + methods.length > 0) files[`${tag}.ts`] = behavior(tag, events, methods);
  return files;
}

function describe(names: readonly string[], words: string): Record<string, { description: string }> {
  return Object.fromEntries(names.map((name) => [name, { description: words }]));
}

const TYPES = ['string', 'number', 'integer', 'boolean', 'array', 'object'];

function readProperty(text: string): WishedProperty {
  const match = /^([A-Za-z_$][\w$]*):([^=]+)(?:=(.*))?$/.exec(text);
  if (!match || !isVariableName(match[1]!)) {
    throw new UsageError(
      `"${text}" is no property.`,
      'Write name:type, such as label:string, height:number=3 or size:small|large.',
    );
  }
  const [, name, type, given] = match as unknown as [string, string, string, string | undefined];
  if (standardMember(name))
    throw new UsageError(`Every element already has a member "${name}".`, 'Choose another name.');
  if (type.includes('|')) {
    const choices = type.split('|').map((choice) => choice.trim());
    return { name, schema: { enum: choices, default: given ?? choices[0], description: 'What it says' } };
  }
  if (!TYPES.includes(type)) {
    throw new UsageError(
      `"${type}" is no type for a property.`,
      `Use one of: ${TYPES.join(', ')}; or an enum: one|two.`,
    );
  }
  return { name, schema: { type, ...defaultOf(type, given), description: 'What it says' } };
}

function defaultOf(type: string, given: string | undefined): { default?: unknown } {
  if (given === undefined) return type === 'array' ? { default: [] } : {};
  if (type === 'string') return { default: given };
  if (type !== 'number' && type !== 'integer')
    throw new UsageError(`A default for ${type} cannot be written here.`, 'Write it into the contract.');
  if (!Number.isFinite(Number(given)))
    throw new UsageError(`"${given}" is no number.`, 'Write a number after the equals sign.');
  return { default: Number(given) };
}

function view(
  properties: readonly WishedProperty[],
  slots: readonly string[],
  events: readonly string[],
): string {
  const lines = properties.map(({ name, schema }) => {
    if (schema.type === 'boolean') return `  <template when="${name}"><p>${name}</p></template>`;
    if (schema.type === 'array') return `  <p>{${name}.length} ${name}</p>`;
    if (schema.type === 'object') return `  <template when="${name}"><p>${name}</p></template>`;
    return `  <p>{${name}}</p>`;
  });
  lines.push(
    ...events.map((event) => `  <button type="button" onclick="${handlerName(event)}()">${event}</button>`),
  );
  lines.push(
    ...slots.map((name) => (name === 'default' ? '  <slot></slot>' : `  <slot name="${name}"></slot>`)),
  );
  return `<div part="base">\n${lines.length > 0 ? lines.join('\n') : '  Hello'}\n</div>\n`;
}

/** `sendQuayPress` for `quay-press`. */
function handlerName(event: string): string {
  return `send${pascalCase(event)}`;
}

function behavior(tag: string, events: readonly string[], methods: readonly string[]): string {
  const self = camelCase(tag.slice(tag.indexOf('-') + 1));
  const name = isVariableName(self) ? self : 'element';
  const functions = [
    ...events.map(
      (event) =>
        `/** Called from the view. */\nexport function ${handlerName(event)}(${name}: Inside) {\n  ${name}.emit('${event}');\n}\n`,
    ),
    ...methods.map(
      (method) =>
        `/** A method of the contract: consumers call element.${method}(). */\nexport function ${method}(${name}: Inside) {\n  ${name}.host.scrollIntoView();\n}\n`,
    ),
  ];
  return `import type { Inside } from './${tag}.contract.yaml';\n\n${functions.join('\n')}`;
}

function samples(
  properties: readonly WishedProperty[],
  slots: readonly string[],
  events: readonly string[],
  methods: readonly string[],
): object[] {
  const values = Object.fromEntries(
    properties.flatMap(({ name, schema }) => (schema.type === 'string' ? [[name, `A ${name}`]] : [])),
  );
  const steps = [
    ...events.flatMap((event, place) => [
      { click: `button:nth-of-type(${place + 1})` },
      { expect: { event } },
    ]),
    ...methods.flatMap((method) => [{ call: method }, { expect: { visible: ['base'] } }]),
  ];
  return [
    {
      sample: 'As it is used most',
      ...(Object.keys(values).length > 0 ? { properties: values } : {}),
      ...(slots.length > 0
        ? { slots: Object.fromEntries(slots.map((slot) => [slot, `<span>For ${slot}</span>`])) }
        : {}),
      steps: steps.length > 0 ? steps : [{ expect: { visible: ['base'] } }],
    },
  ];
}
