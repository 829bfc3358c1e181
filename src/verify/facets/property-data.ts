import type { PropertyKind } from '../../contract/model.js';
import type { ElementFacts } from '../facet.js';

/** What probes need to know of a property, with two values for it. */
export interface PropertyData {
  name: string;
  kind: PropertyKind;
  attribute: string | undefined;
  reflect: boolean;
  default: unknown;
  required: boolean;
  first: unknown;
  second: unknown;
  /** Attribute texts that give the default, because they are no value of the type. */
  bad: string[];
}

/** The properties for which values can be made. */
export function propertiesOf({ contract, values }: ElementFacts): PropertyData[] {
  return contract.properties.flatMap(
    ({ name, kind, attribute, reflect, required, schema, default: given }) => {
      const two = values[name];
      if (!two) return [];
      const bad: string[] = [];
      if (kind === 'enum') bad.push('no-such-choice');
      if (kind === 'number') {
        bad.push('no number');
        if (schema.minimum !== undefined) bad.push(String(schema.minimum - 1));
        if (schema.maximum !== undefined) bad.push(String(schema.maximum + 1));
      }
      return [{ name, kind, attribute, reflect, required, default: given, bad, ...two }];
    },
  );
}

/** Names of properties for which no value can be made from the schema. */
export function propertiesWithoutValues({ contract, values }: ElementFacts): string[] {
  return contract.properties.filter(({ name }) => !values[name]).map(({ name }) => name);
}

/** How a value is written as an attribute. */
export function attributeText({ kind }: Pick<PropertyData, 'kind'>, value: unknown): string {
  return kind === 'boolean' ? '' : String(value);
}

/** Is this what the element must show where nothing is given? Arrays and objects count by their content. */
export function isDefault({ default: given }: Pick<PropertyData, 'default'>, value: unknown): boolean {
  return (
    Object.is(value, given) || (typeof given === 'object' && JSON.stringify(value) === JSON.stringify(given))
  );
}

/**
 * What a fresh element, defined before, gives back for a value. Facets other than `properties` and
 * `attributes` compare with it, so that one fault is told once, where it belongs.
 */
export function freshValue(tag: string, name: string, ...assigned: unknown[]): unknown {
  const element = document.createElement(tag) as unknown as Record<string, unknown>;
  for (const value of assigned) element[name] = value;
  return element[name];
}

/** The same for a value that is written as an attribute. */
export function freshValueFromText(tag: string, { name, attribute }: PropertyData, text: string): unknown {
  const element = document.createElement(tag);
  element.setAttribute(attribute!, text);
  return (element as unknown as Record<string, unknown>)[name];
}

/** Is a value the given one, or what a fresh element gives for it? An equal one will do for an element that makes its own. */
export function likeFresh(seen: unknown, fresh: unknown, given: unknown): boolean {
  return (
    Object.is(seen, given) ||
    Object.is(seen, fresh) ||
    (!Object.is(fresh, given) && JSON.stringify(seen) === JSON.stringify(fresh))
  );
}
