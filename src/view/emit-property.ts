import type { JsonSchema } from '../contract/schema.js';
import type { Property } from '../contract/model.js';
import { constantCase } from '../contract/names.js';
import { docComment } from '../contract/typescript.js';
import { frozenLiteral, literal, quoted } from '../literal.js';
import { indent, type Emission } from './emit-view.js';
import { Origins } from './mapped-code.js';
import { unique } from './unique.js';

/** Writes what an element's class has for its properties: constants, fields, getters and setters. */
export class PropertyEmitter {
  /** The constant that holds a property's choices or its default. */
  readonly #constants = new Map<string, string>();

  /** `reactsTo` tells whether a behavior or a trait reacts to the change of a property. */
  constructor(
    readonly emission: Emission,
    readonly reactsTo: (name: string) => boolean,
  ) {}

  /** Lists of choices, and defaults that all instances share because nobody can change them. */
  constants(): string[] {
    const lines: string[] = [];
    for (const { name, kind, schema, default: given } of this.emission.contract.properties) {
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

  /** The private field that holds a property's value. */
  field({ name, ...property }: Property): string {
    const initial = this.#default({ name, ...property });
    return initial === 'undefined' ? `#${name};` : `#${name} = ${initial};`;
  }

  #default({ name, kind, default: given }: Property): string {
    if (typeof given === 'object' && given !== null) return this.#constants.get(name)!;
    return kind === 'boolean' ? 'false' : literal(given);
  }

  /** Getter and setter: the setter converts, notes what is to be drawn, and reflects. */
  accessors(property: Property): string {
    const { name, attribute, reflect, description } = property;
    const lines = [
      `if (value === this.#${name}) return;`,
      `value = ${this.#converted(property)};`,
      `if (value === this.#${name}) return;`,
      ...(this.reactsTo(name) ? [`remember(this, ${quoted(name)}, this.#${name});`] : []),
      `this.#${name} = value;`,
    ];
    if (this.reactsTo(name)) this.emission.runtime.add('remember');
    const mark = this.bitsOf(`property:${name}`);
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
  bitsOf(key: string): string {
    const bit = this.emission.bits.of(key);
    if (bit === 0) return '';
    return [...this.emission.bits.constants].find(([, value]) => value === bit)?.[0] ?? String(bit);
  }

  #converted(property: Property): string {
    const { name, kind, schema } = property;
    const fallback = this.#default(property);
    const { runtime } = this.emission;
    switch (kind) {
      case 'string': {
        runtime.add('asText');
        return call('asText', ['value', fallback, textCheck(schema)]);
      }
      case 'number': {
        runtime.add('asNumber');
        const { minimum, maximum } = schema;
        return call('asNumber', ['value', fallback, literal(minimum), literal(maximum), numberCheck(schema)]);
      }
      case 'boolean':
        return 'Boolean(value)';
      case 'enum':
        runtime.add('asChoice');
        return `asChoice(value, ${this.#constants.get(name)}${fallback === 'undefined' ? '' : `, ${fallback}`})`;
      default:
        runtime.add('asData');
        return call('asData', ['value', fallback, quoted(property.instance ?? kind)]);
    }
  }

  #attributeText(property: Property): string {
    if (property.kind === 'boolean') return "value ? '' : null";
    const fallback = this.#default(property);
    return fallback === 'undefined' ? 'value ?? null' : `value === ${fallback} ? null : value`;
  }
}

/** A description as a comment before a member, or nothing. */
export function comment(text: string | undefined): string {
  return docComment(text && Origins.plain(text));
}

/** A call, less the arguments at its end that are undefined. */
function call(name: string, values: readonly (string | undefined)[]): string {
  const given = values.map((value) => value ?? 'undefined');
  while (given.at(-1) === 'undefined') given.pop();
  return `${name}(${given.join(', ')})`;
}

/** What a text must be beside a text, as the code of a function; undefined where it may be any. */
function textCheck({ pattern, minLength, maxLength }: JsonSchema): string | undefined {
  // JSON Schema counts code points, and its patterns stand anywhere.
  const length = (limit: string): string => `[...text].length ${limit}`;
  const checks = [
    ...(pattern === undefined ? [] : [`new RegExp(${quoted(pattern)}, 'u').test(text)`]),
    ...(minLength ? [length(`>= ${minLength}`)] : []),
    ...(maxLength === undefined ? [] : [length(`<= ${maxLength}`)]),
  ];
  return checks.length > 0 ? `(text) => ${checks.join(' && ')}` : undefined;
}

/** The same for a number. */
function numberCheck(schema: JsonSchema): string | undefined {
  const { type, exclusiveMinimum, exclusiveMaximum, multipleOf } = schema;
  const rest = `number / ${multipleOf}`;
  const checks = [
    ...(exclusiveMinimum === undefined ? [] : [`number > ${exclusiveMinimum}`]),
    ...(exclusiveMaximum === undefined ? [] : [`number < ${exclusiveMaximum}`]),
    // Fractions cannot be divided without a rest in binary numbers.
    ...(multipleOf === undefined ? [] : [`Math.abs(${rest} - Math.round(${rest})) < 1e-9`]),
  ];
  if (checks.length === 0) return type === 'integer' ? 'Number.isInteger' : undefined;
  if (type === 'integer') checks.unshift('Number.isInteger(number)');
  return `(number) => ${checks.join(' && ')}`;
}
