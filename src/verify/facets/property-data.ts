import type { PropertyKind } from '../../contract/model.js';
import type { JsonSchema } from '../../contract/schema.js';
import { edgeValues, type EdgeValues } from '../edge-values.js';
import type { ElementFacts } from '../facet.js';

/** What probes need to know of a property, with values for it. */
export interface PropertyData extends EdgeValues {
  name: string;
  kind: PropertyKind;
  attribute: string | undefined;
  reflect: boolean;
  default: unknown;
  required: boolean;
  schema: JsonSchema;
  /** True where nobody says what becomes of values that are none of its type, or of none. */
  unsaid: boolean;
  /** Two values that it takes, both other than its default where the type allows that. */
  first: unknown;
  second: unknown;
}

const NO_EDGES: EdgeValues = { valid: [], wrong: [], texts: [], badTexts: [] };

/** A property that has an attribute. */
export type AttributeData = PropertyData & { attribute: string };

/** The properties for which values can be made. */
export function propertiesOf({ contract, values, foreign: unsaid }: ElementFacts): PropertyData[] {
  return contract.properties.flatMap(
    ({ name, kind, attribute, reflect, required, schema, default: given }) => {
      const two = values[name];
      if (!two) return [];
      const edges = unsaid ? NO_EDGES : edgeValues(kind, schema, contract.definitions);
      return [{ name, kind, attribute, reflect, required, schema, default: given, unsaid, ...edges, ...two }];
    },
  );
}

/** Those of them that have an attribute. */
export function attributesOf(facts: ElementFacts): AttributeData[] {
  return propertiesOf(facts).filter(
    (property): property is AttributeData => property.attribute !== undefined,
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

/** Is a value the given one, or what a fresh element gives for it? An equal one will do for an element that makes its own. */
export function likeFresh(seen: unknown, fresh: unknown, given: unknown): boolean {
  return (
    Object.is(seen, given) ||
    Object.is(seen, fresh) ||
    (!Object.is(fresh, given) && JSON.stringify(seen) === JSON.stringify(fresh))
  );
}
