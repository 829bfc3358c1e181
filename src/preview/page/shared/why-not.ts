/** The part of JSON Schema that values on the page are held to. */
interface Schema {
  readonly [key: string]: unknown;
  type?: string | readonly string[];
  enum?: readonly unknown[];
  items?: Schema;
  properties?: Readonly<Record<string, Schema>>;
  required?: readonly string[];
  minimum?: number;
  maximum?: number;
  pattern?: string;
  minLength?: number;
  maxLength?: number;
}

/** Why a value is not what a schema allows, in one sentence; undefined if it is, so far as can be told here. */
export function whyNot(value: unknown, schema: object, at = 'It'): string | undefined {
  const { type, enum: choices, items, properties = {}, required = [], minimum, maximum } = schema as Schema;
  if (choices && !choices.some((one) => JSON.stringify(one) === JSON.stringify(value)))
    return `${at} must be one of ${choices.map((one) => JSON.stringify(one)).join(', ')}.`;
  const types = type === undefined ? [] : [type].flat();
  if (types.length > 0 && !types.some((one) => hasType(value, one)))
    return `${at} must be ${types.join(' or ')}, and is ${typeName(value)}.`;
  if (typeof value === 'number') {
    if (minimum !== undefined && value < minimum) return `${at} must be at least ${minimum}.`;
    if (maximum !== undefined && value > maximum) return `${at} must be at most ${maximum}.`;
  }
  if (Array.isArray(value)) {
    for (const [place, one] of value.entries()) {
      const wrong = items && whyNot(one, items, `${at === 'It' ? '' : at}[${place}]`);
      if (wrong) return wrong;
    }
  } else if (typeof value === 'object' && value !== null) {
    const missing = required.find((name) => !(name in value));
    if (missing !== undefined) return `${at} lacks "${missing}".`;
    for (const [name, one] of Object.entries(value)) {
      const own = properties[name];
      const wrong = own && whyNot(one, own, `${at === 'It' ? '' : `${at}.`}${name}`);
      if (wrong) return wrong;
    }
  }
  return undefined;
}

function hasType(value: unknown, type: string): boolean {
  return type === 'integer' ? Number.isInteger(value) : typeName(value) === type;
}

function typeName(value: unknown): string {
  if (value === null) return 'null';
  return Array.isArray(value) ? 'array' : typeof value;
}
