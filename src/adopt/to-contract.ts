import type { ParameterFact, TypeFact } from '../components/read/facts.js';
import type { JsonSchema } from '../contract/schema.js';
import { tagProblem } from '../contract/names.js';
import type { Section, Source, SourceEvent, SourceMethod, SourceProperty } from './source.js';

/** A contract as it is written, and what a person must add, by section. */
export interface AdoptedContract {
  contract: Record<string, unknown>;
  /** Comments by section: what could not be read. */
  comments: Map<Section, string[]>;
  /** How each member was read. */
  members: AdoptedMember[];
  told: Source['told'];
}

export interface AdoptedMember {
  kind: 'property' | 'slot' | 'event' | 'method' | 'part' | 'member';
  name: string;
  /** `read` where all of it is known, `in part` where something must be added, `unknown` where it is left out. */
  known: 'read' | 'in part' | 'unknown';
  what?: string;
}

/** Writes a contract from what was found. What is not known is not guessed: it is said. */
export function toContract(source: Source): AdoptedContract {
  return new Writer(source).adopted();
}

const SECTIONS: Record<Section, string> = {
  properties: 'Add it under "properties" once its type is one of a contract.',
  slots: 'Let the component place content as it is, and add a slot.',
  events: 'Add it under "events".',
  methods: 'Add it under "methods".',
  contract: '',
};

class Writer {
  readonly #comments = new Map<Section, string[]>();
  readonly #members: AdoptedMember[] = [];

  constructor(readonly source: Source) {}

  adopted(): AdoptedContract {
    const { source } = this;
    const { tag, summary, description, deprecated, wraps, encapsulation, form } = source;
    const contract: Record<string, unknown> = {
      contract: 1,
      tag,
      ...defined({ summary, description, deprecated, wraps, encapsulation }),
      ...this.#section('properties', source.properties, (one) => this.#property(one)),
      ...this.#section('slots', source.slots, ({ from, description, deprecated, name }) => {
        this.#members.push({ kind: 'slot', name, known: 'read' });
        return defined({ from, description, deprecated });
      }),
      ...this.#section('events', source.events, (one) => this.#event(one)),
      ...this.#section('methods', source.methods, (one) => this.#method(one)),
      ...this.#section('parts', source.parts, ({ name, description }) => {
        this.#members.push({ kind: 'part', name, known: 'read' });
        return description ?? {};
      }),
      ...this.#section(
        'cssProperties',
        source.cssProperties,
        ({ description, deprecated, syntax, initial }) =>
          defined({ syntax, initial, description, deprecated }),
      ),
      ...this.#section('states', source.states, ({ description }) => description ?? {}),
      ...defined({ form: form === undefined ? undefined : { value: form } }),
    };
    const definitions = this.#definitions(contract);
    if (Object.keys(definitions).length > 0) contract.definitions = definitions;
    for (const { section, name, what } of source.unread) {
      this.#members.push({ kind: kindOf(section), name, known: 'unknown', what });
      this.#comment(section, `${name}: ${what}. ${SECTIONS[section]}`.trim());
    }
    if (tagProblem(tag) !== undefined) this.#comment('contract', `tag: ${tagProblem(tag)}`);
    return { contract, comments: this.#comments, members: this.#members, told: source.told };
  }

  #section<Item extends { name: string }>(
    name: string,
    items: readonly Item[],
    write: (item: Item) => unknown,
  ): Record<string, unknown> {
    const entries = items.flatMap((item) => {
      const written = write(item);
      return written === undefined ? [] : [[item.name, written] as const];
    });
    return entries.length > 0 ? { [name]: Object.fromEntries(entries) } : {};
  }

  #comment(section: Section, text: string): void {
    this.#comments.set(section, [...(this.#comments.get(section) ?? []), text]);
  }

  #property(property: SourceProperty): Record<string, unknown> | undefined {
    const { name, from, type, description, deprecated, required, attribute, reflect } = property;
    const written = propertyType(type, this.source.definitions);
    if (!written) {
      const text = type.kind === 'unknown' ? type.text : 'its type';
      const why = type.kind === 'unknown' ? type.why : 'is none that a property of a contract can have';
      this.#members.push({ kind: 'property', name, known: 'unknown', what: `${text} ${why}` });
      this.#comment('properties', `${name}: its type, ${text}, ${why}. ${SECTIONS.properties}`);
      return undefined;
    }
    // "required" of a property means that consumers give it: what its own members are stands by a name.
    if (required && Array.isArray(written.required)) {
      let own = name;
      while (own in this.source.definitions) own += 'Value';
      this.source.definitions[own] = { ...written } as JsonSchema;
      for (const key of Object.keys(written)) delete written[key];
      written.$ref = `#/definitions/${own}`;
    }
    const given = property.default;
    const plain = given && 'value' in given && fits(given.value, written) ? given.value : undefined;
    const said = given && 'text' in given ? given.text.replace(/\s+/g, ' ').slice(0, 60) : undefined;
    if (said !== undefined)
      this.#comment(
        'properties',
        `${name}: without a value, it is ${said}; the component sees to that itself.`,
      );
    this.#members.push({ kind: 'property', name, known: 'read' });
    return {
      ...written,
      ...defined({ from, required: required || undefined }),
      ...(plain === undefined || plain === false ? {} : { default: plain }),
      ...defined({
        attribute: written.attribute === undefined ? attribute : undefined,
        reflect: reflect || undefined,
        description,
        deprecated,
      }),
    };
  }

  #event(event: SourceEvent): Record<string, unknown> {
    const { name, from, passed, cancelable, bubbles, composed, sets, description, deprecated } = event;
    const { detail, names, missing } = detailOf(passed);
    if (missing.length > 0)
      this.#comment(
        'events',
        `${name}: it passes ${missing.join(', ')}, which no schema says. Extend "detail" where consumers need more.`,
      );
    this.#members.push({
      kind: 'event',
      name,
      known: missing.length > 0 ? 'in part' : 'read',
      ...(missing.length > 0 ? { what: `it passes ${missing.join(', ')}` } : {}),
    });
    return defined({
      from,
      sets,
      detail,
      arguments: names,
      cancelable: cancelable || undefined,
      bubbles: bubbles === false ? false : undefined,
      composed: composed === false ? false : undefined,
      description,
      deprecated,
    });
  }

  #method(method: SourceMethod): Record<string, unknown> {
    const { name, parameters, returns, mayReturn = [], description, deprecated } = method;
    const missing: string[] = [];
    const schema = (type: TypeFact, what: string): JsonSchema => {
      if (type.kind === 'schema') return type.schema;
      missing.push(`the type of ${what}`);
      return {};
    };
    const written = defined({
      description,
      deprecated,
      parameters:
        parameters.length > 0
          ? parameters.map((one) => ({
              name: one.name,
              schema: schema(one.type, `the parameter "${one.name}"`),
              ...(one.optional ? { optional: true } : {}),
            }))
          : undefined,
      returns: returns && orNull(schema(returns, 'what it returns'), mayReturn.includes('null')),
    });
    if (mayReturn.includes('undefined')) missing.push('that it may return undefined');
    if (missing.length > 0) this.#comment('methods', `${name}: no schema says ${missing.join(' and ')}.`);
    this.#members.push({
      kind: 'method',
      name,
      known: missing.length > 0 ? 'in part' : 'read',
      ...(missing.length > 0 ? { what: `no schema says ${missing.join(' and ')}` } : {}),
    });
    return written;
  }

  /** Definitions that the contract refers to, and those that these refer to. */
  #definitions(contract: Record<string, unknown>): Record<string, JsonSchema> {
    const used: Record<string, JsonSchema> = {};
    const look = (value: unknown): void => {
      for (const [, name = ''] of JSON.stringify(value).matchAll(/"\$ref":"#\/definitions\/([\w-]+)"/g)) {
        const schema = this.source.definitions[name];
        if (!schema || name in used) continue;
        used[name] = schema;
        look(schema);
      }
    };
    look(contract);
    return used;
  }
}

function kindOf(section: Section): AdoptedMember['kind'] {
  const kinds = {
    properties: 'property',
    slots: 'slot',
    events: 'event',
    methods: 'method',
    contract: 'member',
  } as const;
  return kinds[section];
}

/** A record less what is undefined. */
function defined(record: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(Object.entries(record).filter(([, value]) => value !== undefined));
}

/** A type as a property of a contract has it; undefined if it cannot have it. */
function propertyType(
  type: TypeFact,
  definitions: Record<string, JsonSchema>,
): Record<string, unknown> | undefined {
  if (type.kind === 'instance') return { instance: type.instance };
  if (type.kind === 'function') {
    const parameters = type.parameters.map((one) => ({
      name: one.name,
      schema: one.type.kind === 'schema' ? one.type.schema : {},
      ...(one.optional ? { optional: true } : {}),
    }));
    const returns = type.returns && (type.returns.kind === 'schema' ? type.returns.schema : {});
    return {
      function: defined({ parameters: parameters.length > 0 ? parameters : undefined, returns }),
    };
  }
  if (type.kind !== 'schema') return undefined;
  const { schema } = type;
  if ('const' in schema)
    return typeof schema.const === 'boolean' ? { type: 'boolean' } : { enum: [schema.const] };
  const name = schema.$ref?.replace('#/definitions/', '');
  const meant = name === undefined ? schema : definitions[name];
  if (!meant || meant.anyOf || meant.oneOf || meant.allOf) return undefined;
  if (meant.enum) return meant.enum.every((one) => typeof one !== 'boolean') ? { ...schema } : undefined;
  return meant.type === undefined || Array.isArray(meant.type) || meant.type === 'null'
    ? undefined
    : { ...schema };
}

function fits(value: unknown, written: Record<string, unknown>): boolean {
  if (value === null || value === undefined) return false;
  if (Array.isArray(written.enum)) return written.enum.includes(value);
  if (written.type === 'array') return Array.isArray(value);
  if (written.type === 'object' || written.$ref !== undefined)
    return typeof value === 'object' && !Array.isArray(value);
  return typeof value === written.type;
}

/** The detail of an event: what is passed, or an object with all that is passed by its names. */
function detailOf(passed: readonly ParameterFact[]): {
  detail: JsonSchema | undefined;
  names: string[] | undefined;
  missing: string[];
} {
  const missing: string[] = [];
  const schema = ({ type, name }: ParameterFact): JsonSchema => {
    if (type.kind === 'schema') return type.schema;
    missing.push(
      type.kind === 'unknown'
        ? `${name} (${type.text})`
        : type.kind === 'instance'
          ? `an object of ${type.instance}`
          : `${name} (a ${type.kind})`,
    );
    return {};
  };
  const [first] = passed;
  if (!first) return { detail: undefined, names: undefined, missing };
  if (passed.length === 1) return { detail: schema(first), names: undefined, missing };
  const names = passed.map(({ name }, place) =>
    /^[A-Za-z_$][\w$]*$/.test(name) ? name : `value${place + 1}`,
  );
  const properties = Object.fromEntries(passed.map((one, place) => [names[place]!, schema(one)]));
  const required = names.filter((_, place) => !passed[place]!.optional);
  return {
    detail: { type: 'object', properties, ...(required.length > 0 ? { required } : {}) },
    names,
    missing,
  };
}

/** A type that null has as well. */
function orNull(schema: JsonSchema, isNullable: boolean): JsonSchema {
  return isNullable && Object.keys(schema).length > 0 ? { anyOf: [schema, { type: 'null' }] } : schema;
}
