import * as z from 'zod';
import type { TypeFact } from '../components/read/facts.js';
import { camelCase, kebabCase } from '../contract/names.js';
import type { JsonSchema } from '../contract/schema.js';
import { isGlobalAttribute, standardMember } from '../standards/standards.js';
import type { Source, SourceProperty } from './source.js';

const text = z.string().optional().catch(undefined);
const typed = z.object({ text: z.string() }).optional().catch(undefined);
const deprecated = z.union([z.boolean(), z.string()]).optional().catch(undefined);
const list = <Item extends z.ZodType>(item: Item) =>
  z.array(item.nullable().catch(null)).optional().catch(undefined);

const attribute = z.object({
  name: z.string(),
  fieldName: text,
  type: typed,
  default: text,
  description: text,
  summary: text,
  deprecated,
});
const parameter = z.object({
  name: z.string(),
  type: typed,
  optional: z.boolean().optional().catch(undefined),
  rest: z.boolean().optional().catch(undefined),
});
const member = z.object({
  kind: z.enum(['field', 'method']),
  name: z.string(),
  type: typed,
  default: text,
  description: text,
  summary: text,
  deprecated,
  privacy: text,
  static: z.boolean().optional().catch(undefined),
  readonly: z.boolean().optional().catch(undefined),
  reflects: z.boolean().optional().catch(undefined),
  attribute: text,
  parameters: list(parameter),
  return: z.object({ type: typed }).optional().catch(undefined),
});
const named = z.object({ name: z.string(), description: text, summary: text, deprecated });
const event = named.extend({ type: typed });
const cssProperty = named.extend({ syntax: text, default: text });
const declaration = z.object({
  name: text,
  tagName: text,
  customElement: z.boolean().optional().catch(undefined),
  description: text,
  summary: text,
  deprecated,
  attributes: list(attribute),
  members: list(member),
  events: list(event),
  slots: list(named),
  cssParts: list(named),
  cssProperties: list(cssProperty),
  cssStates: list(named),
});
const exported = z.object({
  kind: text,
  name: text,
  declaration: z.object({ name: text, module: text }).optional().catch(undefined),
});
const moduleSchema = z.object({ path: z.string(), declarations: list(declaration), exports: list(exported) });

/** What a `custom-elements.json` holds, schema version 1 or 2, so far as it says what contracts say. */
export const manifestSchema = z.object({
  schemaVersion: z.string().optional(),
  modules: z.array(moduleSchema),
});

export type Manifest = z.infer<typeof manifestSchema>;
export type Declaration = z.infer<typeof declaration>;

/** An element that a manifest declares. */
export interface ManifestElement {
  tag: string;
  /** Path of the module that has its class, from the package's folder. */
  module: string;
  /** Modules that register it, from the package's folder. */
  registers: string[];
  className: string | undefined;
  declaration: Declaration;
}

/** The elements that a manifest declares, in its order. */
export function elementsIn({ modules }: Manifest): ManifestElement[] {
  const registering = modules.flatMap(({ path, exports }) =>
    present(exports)
      .filter(({ kind }) => kind === 'custom-element-definition')
      .map((one) => ({ path, tag: one.name, className: one.declaration?.name })),
  );
  const found = new Map<string, ManifestElement>();
  for (const { path, declarations } of modules)
    for (const one of present(declarations)) {
      const defined = registering.filter(({ tag, className }) =>
        one.tagName === undefined ? className === one.name : tag === one.tagName,
      );
      const tag = one.tagName ?? (one.customElement ? defined[0]?.tag : undefined);
      if (tag === undefined || found.has(tag)) continue;
      found.set(tag, {
        tag,
        module: path.replace(/^\//, ''),
        registers: defined.map((other) => other.path.replace(/^\//, '')),
        className: one.name,
        declaration: one,
      });
    }
  return [...found.values()];
}

/** What a manifest says of classes, by their names. */
export function declarationsIn({ modules }: Manifest): Map<string, Declaration> {
  return new Map(
    modules
      .flatMap(({ declarations }) => present(declarations))
      .flatMap((one) => (one.name === undefined ? [] : [[one.name, one] as const])),
  );
}

function present<Item>(items: (Item | null)[] | undefined): Item[] {
  return (items ?? []).filter((one) => one !== null);
}

/** All types that a manifest's element speaks of, as texts. */
export function typesIn({ declaration: one }: ManifestElement): string[] {
  return [
    ...present(one.attributes).map(({ type }) => type?.text),
    ...present(one.members).flatMap(({ type, parameters, return: back }) => [
      type?.text,
      back?.type?.text,
      ...present(parameters).map((own) => own.type?.text),
    ]),
    ...present(one.events).map(({ type }) => detailType(type?.text)),
  ].filter((type) => type !== undefined);
}

/** `{ label: string }` for `CustomEvent<{ label: string }>`. */
function detailType(type: string | undefined): string | undefined {
  return /^CustomEvent<([\s\S]+)>$/.exec(type?.trim() ?? '')?.[1];
}

/** Texts of types with what is known of each. */
export type KnownTypes = ReadonlyMap<string, TypeFact>;

/** What a manifest says of an element. What it does not say is no promise. */
export function fromManifest(
  element: ManifestElement,
  wraps: Record<string, string>,
  known: KnownTypes,
  definitions: Record<string, JsonSchema>,
): Source {
  const { declaration: one, tag } = element;
  const unread: Source['unread'] = [];
  const told: Source['told'] = [];
  const factOf = (type: string | undefined): TypeFact =>
    (type === undefined ? undefined : known.get(type)) ?? {
      kind: 'unknown',
      text: type ?? 'which',
      why: 'is not said',
    };
  const fields = new Map(
    present(one.members)
      .filter(({ kind, privacy, static: isStatic }) => kind === 'field' && isPublic(privacy) && !isStatic)
      .map((field) => [field.name, field] as const),
  );
  const attributes = new Map(
    present(one.attributes).map((own) => [own.fieldName ?? camelCase(own.name), own] as const),
  );
  const properties: SourceProperty[] = [];
  for (const name of new Set([...fields.keys(), ...attributes.keys()])) {
    const field = fields.get(name);
    const own = attributes.get(name);
    if (standardMember(name) !== undefined || isGlobalAttribute(kebabCase(name))) continue;
    if (field?.readonly || name.startsWith('_') || !/^[a-z][A-Za-z0-9]*$/.test(name)) continue;
    if (!field && own?.fieldName === undefined && own && !known.has(own.type?.text ?? '')) {
      unread.push({
        section: 'properties',
        name,
        what: 'an attribute without a type, and without a property',
      });
      continue;
    }
    const type = factOf(field?.type?.text ?? own?.type?.text);
    if (type.kind === 'unknown') {
      unread.push({ section: 'properties', name, what: `its type, ${type.text}, ${type.why}` });
      continue;
    }
    const written = own?.name ?? field?.attribute;
    const isBoolean = type.kind === 'schema' && type.schema.type === 'boolean';
    const given = plainDefault(field?.default ?? own?.default);
    if (isBoolean && given?.value === true) {
      told.push({ name, what: 'is true by default: its default and its attribute are left out' });
    }
    properties.push({
      name,
      type,
      description: field?.description ?? own?.description ?? field?.summary ?? own?.summary,
      deprecated: standing(field?.deprecated ?? own?.deprecated),
      required: false,
      default: isBoolean ? undefined : given,
      attribute:
        written === undefined || (isBoolean && given?.value === true)
          ? isText(type)
            ? false
            : undefined
          : written === kebabCase(name)
            ? undefined
            : written,
      reflect: field?.reflects === true && written !== undefined,
    });
  }
  return {
    tag,
    summary: one.summary ?? firstSentence(one.description),
    description: one.description,
    deprecated: standing(one.deprecated),
    wraps,
    properties,
    events: present(one.events).flatMap(({ name, description, type, deprecated: old }) => {
      if (!/^[a-z][a-z0-9]*(-[a-z0-9]+)*$/.test(name)) {
        unread.push({ section: 'events', name, what: 'its name is none that every framework can listen to' });
        return [];
      }
      const detail = detailType(type?.text);
      return [
        {
          name,
          description,
          deprecated: standing(old),
          passed: detail === undefined ? [] : [{ name: 'detail', type: factOf(detail), optional: false }],
          cancelable: false,
        },
      ];
    }),
    slots: present(one.slots).map(({ name, description }) => ({ name: name || 'default', description })),
    methods: present(one.members)
      .filter(
        ({ kind, privacy, static: isStatic, name }) =>
          kind === 'method' && isPublic(privacy) && !isStatic && /^[a-z][A-Za-z0-9]*$/.test(name),
      )
      .filter(({ name }) => standardMember(name) === undefined && !name.endsWith('Callback'))
      .map((method) => ({
        name: method.name,
        description: method.description,
        deprecated: standing(method.deprecated),
        parameters: present(method.parameters).map((own) => ({
          name: own.name,
          type: factOf(own.type?.text),
          optional: own.optional ?? false,
        })),
        returns: /^(?:void|undefined)?$/.test(method.return?.type?.text ?? '')
          ? undefined
          : factOf(method.return?.type?.text),
      })),
    parts: present(one.cssParts).map(({ name, description }) => ({ name, description })),
    cssProperties: present(one.cssProperties).map(({ name, description, syntax, default: initial }) => ({
      name,
      description,
      syntax,
      initial: unquoted(initial),
    })),
    states: present(one.cssStates).map(({ name, description }) => ({ name, description })),
    definitions,
    form: undefined,
    encapsulation: undefined,
    unread,
    told,
  };
}

function isPublic(privacy: string | undefined): boolean {
  return privacy === undefined || privacy === 'public';
}

function isText(type: TypeFact): boolean {
  return (
    type.kind === 'schema' &&
    (type.schema.enum !== undefined || /^(?:string|number|integer|boolean)$/.test(String(type.schema.type)))
  );
}

function standing(value: boolean | string | undefined): true | string | undefined {
  return value === false ? undefined : value === '' ? true : value;
}

/** A default that a manifest writes as code. */
function plainDefault(code: string | undefined): { value: unknown } | undefined {
  if (code === undefined) return undefined;
  const quoted = /^(['"`])([^'"`\\]*)\1$/.exec(code.trim());
  if (quoted) return { value: quoted[2] };
  try {
    return { value: JSON.parse(code) as unknown };
  } catch {
    return undefined;
  }
}

/** Some generators write the value of a custom property with quotes around it. */
function unquoted(value: string | undefined): string | undefined {
  return value === undefined ? undefined : (/^(["'`])(.*)\1$/.exec(value.trim())?.[2] ?? value);
}

function firstSentence(words: string | undefined): string | undefined {
  return words === undefined
    ? undefined
    : (/^[\s\S]*?[.!?](?=\s|$)/.exec(words)?.[0]?.replace(/\s+/g, ' ') ?? words.split('\n')[0]);
}
