import type { JsonSchema } from '../../contract/schema.js';
import type { Property } from '../../contract/model.js';
import { constantCase } from '../../contract/names.js';
import {
  arrow,
  call,
  data,
  expression,
  identifier,
  literal,
  member,
  members,
  statements,
  withComment,
} from '../../syntax/build.js';
import type { TreeNode } from '../../syntax/tree.js';
import { docComment } from '../../contract/typescript.js';
import { bitsOf, type Emission } from './emission.js';

/** Writes what an element's class has for its properties: constants, fields, getters and setters. */
export class PropertyEmitter {
  /** The constant that holds a property's choices or its default. */
  readonly #constants = new Map<string, string>();

  /**
   * `reactsTo` tells whether a behavior or a trait reacts to the change of a property; `submitted` is the property whose value a
   * form gets.
   */
  constructor(
    readonly emission: Emission,
    readonly reactsTo: (name: string) => boolean,
    readonly submitted: string | undefined,
  ) {}

  /** Lists of choices, and defaults that all instances share because nobody can change them. */
  constants(): TreeNode[] {
    const lines: TreeNode[] = [];
    const constant = (property: string, name: string, value: TreeNode): void => {
      const made = this.emission.names.make(name);
      this.#constants.set(property, made);
      lines.push(...statements`const ${made} = ${value};`);
    };
    for (const { name, kind, schema, default: given } of this.emission.contract.properties) {
      const upper = constantCase(name);
      if (kind === 'enum') constant(name, `${upper}_CHOICES`, data(schema.enum));
      if (typeof given === 'object' && given !== null) constant(name, `DEFAULT_${upper}`, data(given, true));
    }
    return lines;
  }

  /** The private field that holds a property's value. */
  field(property: Property): TreeNode[] {
    const initial = this.#default(property);
    const { name } = property;
    return initial ? members`#${name} = ${initial};` : members`#${name};`;
  }

  /** The default as code; undefined where it is undefined. */
  #default({ name, kind, default: given }: Property): TreeNode | undefined {
    if (typeof given === 'object' && given !== null) return identifier(this.#constants.get(name)!);
    if (kind === 'boolean') return literal(false);
    return given === undefined ? undefined : data(given);
  }

  /** Getter and setter: the setter converts, notes what is to be drawn, and reflects. */
  accessors(property: Property): TreeNode[] {
    const { name, attribute, reflect, description } = property;
    const { runtime } = this.emission;
    const reacts = this.reactsTo(name);
    const mark = bitsOf(this.emission, `property:${name}`);
    const reflects = reflect && attribute !== undefined;
    if (reacts) runtime.add('remember');
    if (mark) runtime.add('mark');
    if (reflects) runtime.add('reflect');
    const submits = name === this.submitted;
    if (this.#waits(property)) runtime.add('arrive');
    if (submits) {
      runtime.add('setFormValue');
      runtime.add('insideOf');
    }
    const rest = [
      ...(reacts ? statements`remember(this, ${literal(name)}, this.#${name});` : []),
      ...statements`this.#${name} = value;`,
      // Whoever reads the form next gets it, before the view follows.
      ...(submits ? statements`setFormValue(insideOf(this), value);` : []),
      ...(mark ? statements`mark(this, ${mark});` : []),
      ...(this.#waits(property) ? statements`arrive(this);` : []),
      ...(reflects ? statements`reflect(this, ${literal(attribute)}, ${this.attributeText(property)});` : []),
    ];
    const [getter, setter] = members`
      get ${name}() { return this.#${name}; }
      set ${name}(value) {
        if (value === this.#${name}) return;
        value = ${this.converted(property)};
        if (value === this.#${name}) return;
        ${rest};
      }`;
    return [withComment(getter!, comment(description)), setter!];
  }

  /** True if the view waits for a property; components wait by themselves. */
  #waits(property: Property): boolean {
    return this.emission.contract.implementation.kind === 'view' && isAwaited(property);
  }

  /** A value as the property holds it, from a variable `value`. */
  converted(property: Property): TreeNode {
    const { name, kind, schema } = property;
    const fallback = this.#default(property);
    const converted = (helper: string, ...values: (TreeNode | undefined)[]): TreeNode => {
      this.emission.runtime.add(helper);
      return call(helper, [identifier('value'), ...values]);
    };
    switch (kind) {
      case 'string':
        return converted('asText', fallback, textCheck(schema));
      case 'number': {
        const [minimum, maximum] = [schema.minimum, schema.maximum].map((limit) =>
          limit === undefined ? undefined : literal(limit),
        );
        return converted('asNumber', fallback, minimum, maximum, numberCheck(schema));
      }
      case 'boolean':
        return expression`Boolean(value)`;
      case 'enum':
        return converted('asChoice', identifier(this.#constants.get(name)!), fallback);
      default:
        return converted('asData', fallback, literal(property.instance ?? kind));
    }
  }

  /** The text of the attribute that a value is reflected to, from a variable `value`; null for no attribute. */
  attributeText(property: Property): TreeNode {
    if (property.kind === 'boolean') return expression`value ? '' : null`;
    const fallback = this.#default(property);
    return fallback ? expression`value === ${fallback} ? null : value` : expression`value ?? null`;
  }
}

/** True for data that an element cannot be drawn without and that no markup can give. */
export function isAwaited({ required, attribute, default: given }: Property): boolean {
  return required && attribute === undefined && given === undefined;
}

/** A function that tells whether all awaited data of a host is there; undefined where none is awaited. */
export function readiness(properties: readonly Property[]): TreeNode | undefined {
  const conditions = properties
    .filter(isAwaited)
    .map(({ name }) => expression`${member('host', name)} !== undefined`);
  if (conditions.length === 0) return undefined;
  const all = conditions.reduce((before, next) => expression`${before} && ${next}`);
  return arrow([identifier('host')], all);
}

/** A description as the text of a comment before a member. */
export function comment(text: string | undefined): string {
  return docComment(text).trimEnd();
}

/** What a text must be beside a text, as the code of a function; undefined where it may be any. */
function textCheck({ pattern, minLength, maxLength }: JsonSchema): TreeNode | undefined {
  // JSON Schema counts code points, and its patterns stand anywhere.
  return check('text', [
    ...(pattern === undefined ? [] : [expression`new RegExp(${literal(pattern)}, 'u').test(text)`]),
    ...(minLength ? [expression`[...text].length >= ${literal(minLength)}`] : []),
    ...(maxLength === undefined ? [] : [expression`[...text].length <= ${literal(maxLength)}`]),
  ]);
}

/** The same for a number. */
function numberCheck(schema: JsonSchema): TreeNode | undefined {
  const { type, exclusiveMinimum, exclusiveMaximum, multipleOf } = schema;
  const rest = multipleOf === undefined ? undefined : expression`number / ${literal(multipleOf)}`;
  const limits = [
    ...(exclusiveMinimum === undefined ? [] : [expression`number > ${literal(exclusiveMinimum)}`]),
    ...(exclusiveMaximum === undefined ? [] : [expression`number < ${literal(exclusiveMaximum)}`]),
    // Fractions cannot be divided without a rest in binary numbers.
    ...(rest ? [expression`Math.abs(${rest} - Math.round(${rest})) < 1e-9`] : []),
  ];
  if (type !== 'integer') return check('number', limits);
  return limits.length === 0
    ? expression`Number.isInteger`
    : check('number', [expression`Number.isInteger(number)`, ...limits]);
}

/** A function that tells whether its parameter meets all of some conditions. */
function check(parameter: string, conditions: readonly TreeNode[]): TreeNode | undefined {
  if (conditions.length === 0) return undefined;
  const all = conditions.reduce((before, next) => expression`${before} && ${next}`);
  return expression`(${parameter}) => ${all}`;
}
