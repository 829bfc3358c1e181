import type { Behavior } from '../behavior/read-behavior.js';
import { INSIDE_MEMBERS } from '../behavior/inside-members.js';
import type { Contract, Property } from '../contract/model.js';
import { camelCase, constantCase } from '../contract/names.js';
import { frozenLiteral, literal, propertyKey, quoted, templateLiteral } from '../literal.js';
import { emitView, indent, type Emission } from './emit-view.js';
import { Origins } from './mapped-code.js';
import { docComment } from '../contract/typescript.js';
import { unique, type ViewPlan } from './plan.js';
import type { PositionIndex } from '../finding.js';
import type { EncodedSourceMap } from '@jridgewell/gen-mapping';

/** Everything that one element's module is emitted from. */
export interface ElementSource {
  contract: Contract;
  plan: ViewPlan;
  view: { text: string; positions: PositionIndex };
  behavior: Behavior | undefined;
  /** The element's style, minified; empty if it has none. */
  css: string;
}

/** What an emitted module imports, by the addresses it uses. */
export interface Addresses {
  runtime: string;
  behavior: string;
}

/** One element's module, its source map, and the names that it needs from the runtime. */
export interface EmittedElement {
  code: string;
  map: EncodedSourceMap;
  runtime: ReadonlySet<string>;
}

/** The module of one element's class: plain browser code, as a person would write it for this one element. */
export function emitElement(source: ElementSource, addresses: Addresses): EmittedElement {
  const { contract, plan, behavior, view } = source;
  const origins = new Origins();
  const { code: viewCode, emission } = emitView(plan, contract, view.positions, origins);
  const element = new ElementEmitter(source, emission);
  const body = [viewCode, ...element.constants(), element.setup(), element.class()]
    .filter(Boolean)
    .join('\n\n');
  const names = [...emission.runtime].sort().map((name) => `  ${name},`);
  const imports = [
    `import {\n${names.join('\n')}\n} from ${quoted(addresses.runtime)};`,
    ...(behavior ? [`import * as behavior from ${quoted(addresses.behavior)};`] : []),
  ];
  const finished = origins.finish(`${imports.join('\n')}\n\n${body}\n`, new Map([[plan.file, view.text]]));
  return { ...finished, runtime: emission.runtime };
}

class ElementEmitter {
  /** The constant that holds a property's choices or its default. */
  readonly #constants = new Map<string, string>();

  constructor(
    readonly source: ElementSource,
    readonly emission: Emission,
  ) {
    for (const name of ['insideClass', 'ViewElement']) emission.runtime.add(name);
  }

  /** Lists of choices, and defaults that all instances share because nobody can change them. */
  constants(): string[] {
    const lines: string[] = [];
    for (const { name, kind, schema, default: given } of this.source.contract.properties) {
      const upper = constantCase(name);
      if (kind === 'enum') {
        const constant = unique(`${upper}_CHOICES`, this.emission.constants);
        this.#constants.set(name, constant);
        lines.push(`const ${constant} = ${literal(schema.enum)};`);
      }
      if (typeof given === 'object' && given !== null) {
        const constant = unique(`DEFAULT_${upper}`, this.emission.constants);
        this.#constants.set(name, constant);
        lines.push(`const ${constant} = ${frozenLiteral(given)};`);
      }
    }
    return lines.length > 0 ? [lines.join('\n')] : [];
  }

  setup(): string {
    const { contract, plan, behavior, css } = this.source;
    const lines = [`View: ${plan.root.name},`, `Inside: ${this.#insideClass()},`];
    if (css) this.emission.runtime.add('styleSheet');
    lines.unshift(`sheets: [${css ? `styleSheet(${templateLiteral(css)})` : ''}],`);
    if (behavior?.exports.has('connected')) lines.push('connected: behavior.connected,');
    const renamed = contract.properties.filter(
      ({ name, attribute }) => attribute && camelCase(attribute) !== name,
    );
    if (renamed.length > 0) {
      const entries = renamed.map(({ name, attribute }) => `${propertyKey(attribute!)}: ${quoted(name)}`);
      lines.push(`attributes: { ${entries.join(', ')} },`);
    }
    return `const setup = {\n${indent(lines.join('\n'))}\n};`;
  }

  #insideClass(): string {
    const { contract, behavior } = this.source;
    const names = contract.properties.map(({ name }) => name).filter((name) => !INSIDE_MEMBERS.has(name));
    const events = contract.events.flatMap(({ name, bubbles, composed, cancelable }) => {
      const options = [
        ...(cancelable ? ['cancelable: true'] : []),
        ...(bubbles ? [] : ['bubbles: false']),
        ...(composed ? [] : ['composed: false']),
      ];
      return options.length > 0 ? [`${quoted(name)}: { ${options.join(', ')} }`] : [];
    });
    const list = [literal(names)];
    const hasState = behavior?.exports.has('state') ?? false;
    if (events.length > 0 || hasState)
      list.push(events.length > 0 ? `{ ${events.join(', ')} }` : 'undefined');
    if (hasState) {
      const bits = behavior!.state.map((name) => `${propertyKey(name)}: ${this.#mark(`state:${name}`) || 0}`);
      list.push('behavior.state', `{ ${bits.join(', ')} }`);
    }
    return `insideClass(${list.join(', ')})`;
  }

  class(): string {
    const { contract } = this.source;
    const { properties } = contract;
    const attributes = properties.flatMap(({ attribute }) => (attribute ? [attribute] : []));
    const members: string[] = [];
    if (attributes.length > 0) members.push(`static observedAttributes = ${literal(attributes)};`);
    const fields = properties.map((property) => this.#field(property));
    if (fields.length > 0) members.push(fields.join('\n'));
    members.push(this.#constructorOf(properties));
    for (const property of properties) members.push(this.#accessors(property));
    for (const { name, parameters, description } of contract.methods) {
      this.emission.runtime.add('insideOf');
      const names = parameters.map((parameter) => parameter.name);
      const list = names.length > 0 ? names.join(', ') : '...values';
      members.push(
        `${comment(description)}${name}(${list}) {\n  return behavior.${name}(insideOf(this), ${list});\n}`,
      );
    }
    return `${comment(contract.summary)}export class ${contract.className} extends ViewElement {\n${members.map(indent).join('\n\n')}\n}`;
  }

  #constructorOf(properties: readonly Property[]): string {
    if (properties.length === 0) return 'constructor() {\n  super(setup);\n}';
    this.emission.runtime.add('takeOver');
    return `constructor() {\n  super(setup);\n  takeOver(this, ${literal(properties.map(({ name }) => name))});\n}`;
  }

  #field({ name, ...property }: Property): string {
    const initial = this.#default({ name, ...property });
    return initial === 'undefined' ? `#${name};` : `#${name} = ${initial};`;
  }

  #default({ name, kind, default: given }: Property): string {
    if (typeof given === 'object' && given !== null) return this.#constants.get(name)!;
    return kind === 'boolean' ? 'false' : literal(given);
  }

  #accessors(property: Property): string {
    const { name, attribute, reflect, description } = property;
    const lines = [
      `value = ${this.#converted(property)};`,
      `if (value === this.#${name}) return;`,
      `this.#${name} = value;`,
    ];
    const mark = this.#mark(`property:${name}`);
    if (mark) {
      this.emission.runtime.add('mark');
      lines.push(`mark(this, ${mark});`);
    }
    if (reflect && attribute) {
      this.emission.runtime.add('reflect');
      lines.push(`reflect(this, ${quoted(attribute)}, ${this.#attributeText(property)});`);
    }
    return `${comment(description)}get ${name}() {\n  return this.#${name};\n}\n\nset ${name}(value) {\n${indent(lines.join('\n'))}\n}`;
  }

  /** The bits that a change of a name sets, as the constant that stands for them. */
  #mark(key: string): string {
    const bit = this.emission.bits.of(key);
    if (bit === 0) return '';
    return [...this.emission.bits.constants].find(([, value]) => value === bit)?.[0] ?? String(bit);
  }

  #converted(property: Property): string {
    const { name, kind, schema } = property;
    const fallback = this.#default(property);
    const { runtime } = this.emission;
    switch (kind) {
      case 'string':
        runtime.add('asText');
        return `asText(value${fallback === 'undefined' ? '' : `, ${fallback}`})`;
      case 'number': {
        runtime.add('asNumber');
        const { minimum, maximum } = schema;
        const whole = schema.type === 'integer';
        const limits = [literal(minimum), literal(maximum), ...(whole ? ['true'] : [])];
        while (limits.at(-1) === 'undefined') limits.pop();
        return `asNumber(${['value', fallback, ...limits].join(', ')})`;
      }
      case 'boolean':
        return 'Boolean(value)';
      case 'enum':
        runtime.add('asChoice');
        return `asChoice(value, ${this.#constants.get(name)}${fallback === 'undefined' ? '' : `, ${fallback}`})`;
      default:
        return `value ?? ${fallback}`;
    }
  }

  #attributeText(property: Property): string {
    if (property.kind === 'boolean') return "value ? '' : null";
    const fallback = this.#default(property);
    return fallback === 'undefined' ? 'value ?? null' : `value === ${fallback} ? null : value`;
  }
}

function comment(text: string | undefined): string {
  return docComment(text && Origins.plain(text));
}
