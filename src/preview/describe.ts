import { followReference } from '../contract/references.js';
import type { Contract, Property, Sample } from '../contract/model.js';
import type { JsonSchema } from '../contract/schema.js';
import type { Finding } from '../findings/finding.js';
import { visibleFinding, withoutFix } from '../findings/finding.js';
import { sourceFiles } from '../library/open-library.js';
import { FRAMEWORKS } from '../frameworks/index.js';
import type { ElementFacts } from '../verify/facet.js';
import type { LiveLibrary } from './live-library.js';
import { isTurned, samplesOf, slotsIn, valuesIn } from './scenes.js';
import type {
  ControlKind,
  LiveElement,
  LiveFinding,
  LiveMember,
  LiveOverview,
  LiveProperty,
  LiveSample,
} from './shapes.js';
import { verdictsOf } from './verdicts.js';

/** Describes a library for the overview. */
export async function describeLibrary(live: LiveLibrary): Promise<LiveOverview> {
  const { library } = live.analysis;
  const counts = new Map<string, { errors: number; warnings: number }>();
  for (const { file, severity } of live.findings) {
    const folder = file.slice(0, file.lastIndexOf('/'));
    const count = counts.get(folder) ?? { errors: 0, warnings: 0 };
    counts.set(folder, count);
    if (severity === 'error') count.errors++;
    if (severity === 'warning') count.warnings++;
  }
  const elements = await Promise.all(
    live.elements.map(async ({ contract: { tag, summary = '' }, folder }) => ({
      tag,
      summary,
      ...(counts.get(folder.folder) ?? { errors: 0, warnings: 0 }),
      broken: live.isBroken(tag),
      verdicts: await verdictsOf(library, tag, folder),
    })),
  );
  const { unreadable } = live;
  return {
    name: library.name,
    version: library.version,
    frameworks: library.config.frameworks,
    known: FRAMEWORKS.map(({ name, title }) => ({ name, title })),
    elements,
    findings: withExcerpts(live.otherFindings, live),
    ...(unreadable === undefined ? {} : { unreadable }),
  };
}

/** Describes an element for its sheet, with these frameworks; undefined if there is none with this tag, or none was ever good. */
export async function describeElement(
  live: LiveLibrary,
  tag: string,
  frameworks: readonly string[],
): Promise<LiveElement | undefined> {
  const element = live.element(tag);
  if (!element) return undefined;
  const facts = live.facts(tag);
  const { contract } = facts ?? element;
  const { folder } = element;
  const word = ({
    name,
    description = '',
  }: {
    name: string;
    description?: string | undefined;
  }): LiveMember => ({
    name,
    description,
  });
  return {
    tag,
    summary: contract.summary ?? '',
    description: contract.description ?? '',
    folder: folder.folder,
    file: folder.contract.file,
    encapsulation: contract.encapsulation,
    properties: contract.properties.map((property) => describeProperty(property, contract)),
    slots: contract.slots
      .filter(({ drawn }) => drawn)
      .map((slot) => ({
        ...word(slot),
        accepts: slot.accepts?.join(', ') ?? '',
        each: slot.each ?? '',
        key: slot.key ?? '',
      })),
    events: contract.events.map((event) => ({
      ...word(event),
      detail: event.detail ? typeWords(event.detail, contract) : '',
      cancelable: event.cancelable,
    })),
    methods: contract.methods.map((method) => ({
      ...word(method),
      parameters: method.parameters.map(({ name, schema, optional }) => ({
        name,
        schema: withoutReferences(schema, contract.definitions),
        optional,
        example: schema.examples?.[0],
      })),
    })),
    parts: contract.parts.map(word),
    cssProperties: contract.cssProperties.map((one) => ({
      ...word(one),
      syntax: one.syntax ?? '',
      initial: one.initial ?? '',
    })),
    states: contract.states.map(word),
    samples: facts ? describeSamples(facts) : [],
    frameworks: await Promise.all(frameworks.map((name) => live.cells.describe(name))),
    findings: withExcerpts(live.findingsOf(tag), live),
    broken: live.isBroken(tag),
    verdicts: await verdictsOf(live.analysis.library, tag, folder),
  };
}

function describeSamples(facts: ElementFacts): LiveSample[] {
  return samplesOf(facts).map((sample, place) => {
    const state = { sample: place, values: {}, slots: {} };
    return {
      name: sample.sample,
      values: valuesIn(facts, state),
      slots: slotsIn(facts, state),
      steps: (sample.steps ?? []).map(stepWords),
    };
  });
}

/** A step as one line. */
function stepWords(step: NonNullable<Sample['steps']>[number]): string {
  const [[kind, what] = ['', undefined]] = Object.entries(step);
  return `${kind} ${typeof what === 'string' ? what : JSON.stringify(what)}`;
}

function describeProperty(property: Property, contract: Contract): LiveProperty {
  const { name, kind, description = '', required, attribute = '', reflect, schema } = property;
  const { minimum, maximum, multipleOf } = schema as {
    minimum?: number;
    maximum?: number;
    multipleOf?: number;
  };
  return {
    name,
    type: property.instance ?? (kind === 'function' ? 'function' : typeWords(schema, contract)),
    description,
    required,
    otherwise: property.default === undefined ? '' : JSON.stringify(property.default),
    attribute,
    reflect,
    control: controlOf(property),
    choices: (schema.enum ?? []) as (string | number)[],
    minimum,
    maximum,
    step: multipleOf ?? (schema.type === 'integer' ? 1 : undefined),
    schema: withoutReferences(schema, contract.definitions),
  };
}

function controlOf(property: Property): ControlKind {
  if (!isTurned(property)) return 'none';
  const { kind, schema } = property;
  switch (kind) {
    case 'boolean':
      return 'switch';
    case 'enum':
      return 'choice';
    case 'number':
      return 'number';
    case 'string':
      return (schema as { format?: string }).format === 'date' ? 'date' : 'text';
    default:
      return 'json';
  }
}

/** A type in which what it refers to stands in its place, so far as a person looks. */
function withoutReferences(
  source: JsonSchema,
  definitions: Contract['definitions'],
  depth = 0,
): Record<string, unknown> {
  const schema = followReference(source, definitions);
  if (depth > 6) return {};
  const inner = (part: JsonSchema): object => withoutReferences(part, definitions, depth + 1);
  const { items, properties } = schema;
  return {
    ...schema,
    ...(items ? { items: inner(items) } : {}),
    ...(properties
      ? {
          properties: Object.fromEntries(
            Object.entries(properties).map(([name, part]) => [name, inner(part)]),
          ),
        }
      : {}),
  };
}

/** A type in a few words. */
function typeWords(schema: JsonSchema, contract: Contract, depth = 0): string {
  const whole = followReference(schema, contract.definitions);
  if (whole.enum) return whole.enum.map((one) => JSON.stringify(one)).join(' | ');
  const type = Array.isArray(whole.type) ? whole.type.join(' | ') : (whole.type ?? 'any');
  if (type === 'array') return `${whole.items ? typeWords(whole.items, contract, depth + 1) : 'any'}[]`;
  if (type !== 'object' || !whole.properties) return type;
  if (depth > 1) return 'object';
  const required = new Set(whole.required);
  const members = Object.entries(whole.properties).map(
    ([name, inner]) => `${name}${required.has(name) ? '' : '?'}: ${typeWords(inner, contract, depth + 1)}`,
  );
  return `{ ${members.join(', ')} }`;
}

/** Findings with the lines that they are about; marks that turn text around are shown. */
function withExcerpts(findings: readonly Finding[], live: LiveLibrary): LiveFinding[] {
  if (findings.length === 0) return [];
  const texts = new Map(sourceFiles(live.analysis.library).map(({ file, text }) => [file, text]));
  return findings.map((finding) => ({
    ...visibleFinding(withoutFix(finding)),
    excerpt: (texts.get(finding.file)?.split('\n')[finding.line - 1] ?? '').slice(0, 200),
  }));
}
