import type { Finding, Severity } from '../finding.js';
import { suggestion } from '../nearest.js';
import type { Contract, Property, PropertyKind, Sample } from './model.js';
import { isVariableName, kebabCase, pascalCase, tagProblem } from './names.js';
import { readDocument, type Locate } from './read-document.js';
import {
  contractSchema,
  samplesSchema,
  type ContractFile,
  type JsonSchema,
  type PropertyFile,
} from './schema.js';

/** A contract that was read; undefined where its file has errors that leave no meaning. */
export interface ReadContract {
  contract: Contract | undefined;
  findings: Finding[];
}

/**
 * Reads a contract file (YAML or JSON): its keys, then what they mean together. `file` is the path for
 * findings, relative to the library's root.
 */
export function readContract(file: string, text: string): ReadContract {
  const { value, findings, locate } = readDocument(file, text, contractSchema);
  if (!value) return { contract: undefined, findings };
  const report: Report = (code, path, message, help, of = 'key', severity = 'error') => {
    findings.push({ code, severity, message, help, file, ...locate(path, of) });
  };
  const contract = normalize(file, value, locate, report);
  return {
    contract: findings.some((finding) => finding.severity === 'error') ? undefined : contract,
    findings,
  };
}

/** Reads a samples file; whether its names fit the contract is checked elsewhere. */
export function readSamples(
  file: string,
  text: string,
): { samples: Sample[]; findings: Finding[]; locate: Locate } {
  const { value, findings, locate } = readDocument(file, text, samplesSchema);
  return { samples: value ?? [], findings, locate };
}

type Report = (
  code: string,
  path: readonly PropertyKey[],
  message: string,
  help: string,
  of?: 'key' | 'value',
  severity?: Severity,
) => void;

function normalize(file: string, source: ContractFile, locate: Locate, report: Report): Contract {
  const problem = tagProblem(source.tag);
  if (problem) {
    const name = kebabCase(source.tag)
      .replace(/^-/, '')
      .replace(/[^a-z0-9-]/g, '-');
    const mended = name.includes('-') ? name : `quay-${name}`;
    report(
      'tag/invalid',
      ['tag'],
      `The tag "${source.tag}" ${problem}.`,
      `Write a name like "${mended}".`,
      'value',
    );
  }
  const definitions = source.definitions ?? {};
  const list = <Item, Result>(
    record: Record<string, Item> | undefined,
    make: (name: string, item: Item) => Result,
  ) => Object.entries(record ?? {}).map(([name, item]) => make(name, item));

  checkReferences(source, report);
  const contract: Contract = {
    file,
    tag: source.tag,
    className: classNameOf(source.tag),
    summary: source.summary,
    description: source.description,
    properties: list(source.properties, (name, property) =>
      readProperty(name, property, definitions, report),
    ),
    slots: list(source.slots, (name, { description }) => ({ name, description })),
    events: list(source.events, (name, event) => ({
      name,
      description: event.description,
      detail: event.detail,
      cancelable: event.cancelable ?? false,
      bubbles: event.bubbles ?? true,
      composed: event.composed ?? true,
    })),
    methods: list(source.methods, (name, method) => ({
      name,
      description: method.description,
      parameters: (method.parameters ?? []).map((parameter) => ({
        ...parameter,
        optional: parameter.optional ?? false,
      })),
      returns: method.returns,
    })),
    parts: list(source.parts, (name, { description }) => ({ name, description })),
    cssProperties: list(source.cssProperties, (name, { description, syntax, initial }) => ({
      name,
      description,
      syntax,
      initial,
    })),
    definitions,
    wraps: source.wraps?.element,
    locate,
  };
  checkNames(contract, report);
  return contract;
}

/** `QuayBerth` for `quay-berth`; not the name of the class that built elements extend. */
function classNameOf(tag: string): string {
  const name = pascalCase(tag.replace(/[^A-Za-z0-9-]/g, ''));
  return name === 'ViewElement' ? 'ViewElementElement' : name;
}

function readProperty(
  name: string,
  source: PropertyFile,
  definitions: Record<string, JsonSchema>,
  report: Report,
): Property {
  const path = ['properties', name];
  const { required, attribute, reflect, default: given, ...rest } = source;
  const schema = followReference(
    { ...rest, ...(Array.isArray(required) ? { required } : {}) } as JsonSchema,
    definitions,
  );
  const kind = kindOf(schema);
  if (!kind) {
    report(
      'property/type',
      path,
      `The property "${name}" does not say what type it has.`,
      'Add "type: string" (or number, boolean, array, object), an "enum" of texts or numbers, or a "$ref" to a definition.',
    );
  }
  const textual = kind !== 'array' && kind !== 'object';
  const property: Property = {
    name,
    kind: kind ?? 'string',
    schema,
    description: source.description ?? schema.description,
    required: required === true,
    default: given ?? (kind === 'boolean' ? false : undefined),
    attribute: textual && attribute !== false ? (attribute ?? kebabCase(name)) : undefined,
    reflect: reflect ?? false,
  };
  if (kind === 'boolean' && given === true) {
    report(
      'property/boolean-default',
      [...path, 'default'],
      `The boolean "${name}" is true by default, and no attribute can say false: its absence is what means false.`,
      `Turn the meaning round (a name like "${opposite(name)}", false by default), or use an enum.`,
    );
  } else if (given !== undefined && kind && !fitsKind(given, kind, schema)) {
    report(
      'property/default',
      [...path, 'default'],
      `The default of "${name}" is not a value that its own type allows.`,
      kind === 'enum' ? `Write one of: ${schema.enum!.join(', ')}.` : `Write a value of type ${kind}.`,
      'value',
    );
  }
  if (typeof attribute === 'string' && !textual) {
    report(
      'attribute/not-text',
      [...path, 'attribute'],
      `The property "${name}" holds ${kind === 'array' ? 'an array' : 'an object'}, which no attribute can carry.`,
      'Leave "attribute" out: arrays and objects are passed as properties, by identity.',
    );
  }
  if (reflect && property.attribute === undefined) {
    report(
      'property/reflect',
      [...path, 'reflect'],
      `The property "${name}" has no attribute that it could be reflected to.`,
      textual
        ? 'Remove "attribute: false", or remove "reflect".'
        : 'Remove "reflect": arrays and objects have no attribute.',
    );
  }
  if (required === true && given !== undefined) {
    report(
      'property/required-default',
      [...path, 'default'],
      `The property "${name}" is required, so its default is never used.`,
      'Remove "required", or remove the default.',
      'key',
      'warning',
    );
  }
  return property;
}

function opposite(name: string): string {
  return `no${name.charAt(0).toUpperCase()}${name.slice(1)}`;
}

/** The schema that a chain of references leads to; a circle or a missing target leads to the schema itself. */
export function followReference(schema: JsonSchema, definitions: Record<string, JsonSchema>): JsonSchema {
  const seen = new Set<string>();
  let current = schema;
  while (current.$ref !== undefined && !seen.has(current.$ref)) {
    seen.add(current.$ref);
    const target = definitions[current.$ref.replace('#/definitions/', '')];
    if (!target) return current;
    current = target;
  }
  return current;
}

function kindOf(schema: JsonSchema): PropertyKind | undefined {
  if (schema.enum) {
    return schema.enum.every((value) => typeof value === 'string' || typeof value === 'number')
      ? 'enum'
      : undefined;
  }
  switch (schema.type) {
    case 'integer':
      return 'number';
    case 'string':
    case 'number':
    case 'boolean':
    case 'array':
    case 'object':
      return schema.type;
    default:
      return undefined;
  }
}

function fitsKind(value: unknown, kind: PropertyKind, schema: JsonSchema): boolean {
  if (kind === 'enum') return schema.enum!.includes(value);
  if (kind === 'array') return Array.isArray(value);
  if (kind === 'object') return typeof value === 'object' && !Array.isArray(value);
  if (kind === 'number') return typeof value === 'number' && numberFits(value, schema);
  return typeof value === kind;
}

function numberFits(value: number, schema: JsonSchema): boolean {
  return (
    Number.isFinite(value) &&
    value >= (schema.minimum ?? -Infinity) &&
    value <= (schema.maximum ?? Infinity) &&
    (schema.type !== 'integer' || Number.isInteger(value))
  );
}

/** Every `$ref` of the file leads to a definition in it. */
function checkReferences(source: ContractFile, report: Report): void {
  const known = Object.keys(source.definitions ?? {});
  const visit = (value: unknown, path: PropertyKey[]): void => {
    if (typeof value !== 'object' || value === null) return;
    for (const [key, inner] of Object.entries(value)) {
      const here = [...path, key];
      if (key === '$ref' && typeof inner === 'string') {
        const name = inner.startsWith('#/definitions/') ? inner.slice('#/definitions/'.length) : undefined;
        if (name === undefined || !known.includes(name)) {
          report(
            'definition/unknown',
            here,
            `"${inner}" leads to no definition.`,
            name === undefined
              ? 'Write "#/definitions/" and the name of a definition in this file.'
              : suggestion(name, known, 'definitions'),
            'value',
          );
        }
      } else if (!['default', 'examples', 'const', 'enum'].includes(key)) visit(inner, here);
    }
  };
  visit(source.properties, ['properties']);
  visit(source.events, ['events']);
  visit(source.methods, ['methods']);
  visit(source.definitions, ['definitions']);
}

const IDENTIFIER = /^[a-z][A-Za-z0-9]*$/;
/** What the browser calls and what built elements rely on; a contract cannot give it another meaning. */
const CALLBACKS = new Set([
  'constructor',
  'connectedCallback',
  'disconnectedCallback',
  'adoptedCallback',
  'attributeChangedCallback',
  'settled',
  'shadowRoot',
  'attachShadow',
  'attachInternals',
  'isConnected',
  'dispatchEvent',
  'getAttributeNames',
  'setAttribute',
  'removeAttribute',
]);

/** Names that are well formed and not given twice. */
function checkNames(contract: Contract, report: Report): void {
  const members = new Map<string, string>();
  const attributes = new Map<string, string>();
  const member = (kind: 'properties' | 'methods', name: string): void => {
    const one = kind === 'properties' ? 'property' : 'method';
    if (!IDENTIFIER.test(name)) {
      report(
        `${one}/name`,
        [kind, name],
        `"${name}" is not a name in camelCase.`,
        'Begin with a small letter; use letters and digits only.',
      );
    } else if (CALLBACKS.has(name)) {
      report(
        `${one}/name`,
        [kind, name],
        `"${name}" is already a member of every element.`,
        'Choose another name.',
      );
    }
    if (members.has(name)) {
      report(
        `${one}/name`,
        [kind, name],
        `"${name}" is a property and a method at once.`,
        'Rename one of them.',
      );
    }
    members.set(name, kind);
  };
  for (const property of contract.properties) {
    member('properties', property.name);
    if (property.attribute === undefined) continue;
    const path = ['properties', property.name];
    if (!/^[a-z][a-z0-9._-]*$/.test(property.attribute)) {
      report(
        'attribute/name',
        [...path, 'attribute'],
        `"${property.attribute}" cannot be the name of an attribute in HTML.`,
        'Write it in lower case with hyphens.',
        'value',
      );
    }
    const other = attributes.get(property.attribute);
    if (other !== undefined) {
      report(
        'attribute/name',
        path,
        `The attribute "${property.attribute}" already belongs to the property "${other}".`,
        'Give one of them another name with "attribute".',
      );
    }
    attributes.set(property.attribute, property.name);
  }
  for (const { name, parameters } of contract.methods) {
    member('methods', name);
    parameters.forEach((parameter, place) => {
      if (isVariableName(parameter.name)) return;
      report(
        'method/parameter',
        ['methods', name, 'parameters', place, 'name'],
        `"${parameter.name}" cannot be the name of a parameter.`,
        'Begin with a small letter; use letters and digits only, and no word that JavaScript keeps.',
        'value',
      );
    });
  }
  for (const name of Object.keys(contract.definitions)) {
    if (/^[A-Za-z][A-Za-z0-9-]*$/.test(name)) continue;
    report(
      'definition/name',
      ['definitions', name],
      `"${name}" cannot be the name of a definition.`,
      'Use letters, digits and hyphens.',
    );
  }
  for (const { name } of contract.events) {
    if (/^[a-z][a-z0-9]*(-[a-z0-9]+)*$/.test(name)) continue;
    report(
      'event/name',
      ['events', name],
      `Some front-end frameworks cannot listen to an event named "${name}".`,
      `Use small letters and hyphens, such as "${kebabCase(name)
        .replace(/^-/, '')
        .replace(/[^a-z0-9]+/g, '-')}".`,
    );
  }
  for (const { name } of contract.slots) {
    if (/^[A-Za-z][A-Za-z0-9-]*$/.test(name)) continue;
    report(
      'slot/name',
      ['slots', name],
      `"${name}" is not a name for a slot.`,
      'Use letters, digits and hyphens.',
    );
  }
  for (const { name } of contract.parts) {
    if (/^[A-Za-z][A-Za-z0-9-]*$/.test(name)) continue;
    report(
      'part/name',
      ['parts', name],
      `"${name}" is not a name for a part.`,
      'Use letters, digits and hyphens.',
    );
  }
  for (const { name } of contract.cssProperties) {
    if (/^--[A-Za-z0-9-]+$/.test(name)) continue;
    report(
      'style/property-name',
      ['cssProperties', name],
      `"${name}" is not a custom property.`,
      `Begin with two hyphens: "--${name.replace(/^-+/, '')}".`,
    );
  }
}
