import type { PropertyKind } from '../contract/model.js';
import type { JsonSchema } from '../contract/schema.js';
import { matchesSchema } from '../runtime/matches-schema.js';

/** Values at the edges of a type: what careless code takes for nothing, and what lies just outside. */
export interface EdgeValues {
  /** Values of the type. */
  valid: unknown[];
  /** Values, given as a property, that are none of the type. */
  wrong: unknown[];
  /** Attribute texts with the value that each stands for. */
  texts: { text: string; value: unknown }[];
  /** Attribute texts that stand for no value of the type. */
  badTexts: string[];
}

/** The edges of one property's type; definitions are those that its schema can refer to. */
export function edgeValues(
  kind: PropertyKind,
  schema: JsonSchema,
  definitions: Record<string, JsonSchema>,
): EdgeValues {
  const fits = (value: unknown): boolean => matchesSchema(value, schema, definitions);
  const candidates = candidatesFor(kind, schema);
  const valid = candidates.filter(fits);
  const outside = candidates.filter((value) => !fits(value));
  switch (kind) {
    case 'string':
      return {
        valid,
        wrong: [null, ...outside, 5, true],
        texts: valid.map((value) => ({ text: String(value), value })),
        badTexts: outside.map(String),
      };
    case 'number': {
      const words = ['', ' ', 'no number', '12px', '1,5'];
      // Without a limit, some take the endless one for a number.
      const endless = [Infinity, -Infinity].filter((value) => !fits(value));
      return {
        valid,
        wrong: [null, ...outside, ...endless, 'no number', '12px'],
        texts: valid.map((value) => ({ text: String(value), value })),
        badTexts: [...outside.map(String), ...endless.map(String), ...words],
      };
    }
    case 'enum': {
      const choices = (schema.enum ?? []).map(String);
      const bad = [
        'no-such-choice',
        '',
        // What every object has, for who looks choices up in one.
        'constructor',
        'toString',
        '__proto__',
        ...choices.slice(-2).flatMap((choice) => [otherCase(choice), ` ${choice} `]),
      ];
      const badTexts = bad.filter((text) => !choices.includes(text));
      return {
        valid,
        wrong: [null, ...badTexts],
        texts: valid.map((value) => ({ text: String(value), value })),
        badTexts,
      };
    }
    case 'boolean':
      return {
        valid: [],
        wrong: [null, 0, '', 'false', 1],
        texts: ['', 'false', 'true', '0'].map((text) => ({ text, value: true })),
        badTexts: [],
      };
    default:
      return { valid, wrong: [null, 'no list', 5], texts: [], badTexts: [] };
  }
}

function candidatesFor(kind: PropertyKind, schema: JsonSchema): unknown[] {
  switch (kind) {
    case 'string': {
      const { minLength = 0, maxLength } = schema;
      const long = maxLength === undefined ? [] : ['m'.repeat(maxLength), 'm'.repeat(maxLength + 1)];
      const short = minLength > 0 ? ['m'.repeat(minLength), 'm'.repeat(minLength - 1)] : [];
      const free = schema.format === undefined && schema.pattern === undefined;
      // Texts that look like something else, and white space that nobody may take away.
      const plain = ['', ' ', ' two  blanks ', '0', 'false', 'null', 'undefined', 'Ä<b>&amp;', '\ud800'];
      // A format only says what is meant; whether other texts are taken is said by a pattern.
      const held = schema.pattern === undefined ? [] : ['', '§', ...around(schema)];
      return [...new Set([...(free ? plain : held), ...long, ...short])];
    }
    case 'number': {
      const step = schema.multipleOf ?? 1;
      const limits = [schema.minimum, schema.maximum, schema.exclusiveMinimum, schema.exclusiveMaximum];
      const near = limits.flatMap((limit) =>
        limit === undefined ? [] : [limit - step, limit, limit + step],
      );
      // Some round what they are given.
      const fine = (schema.minimum ?? schema.exclusiveMinimum ?? 0) + 0.12345;
      return [...new Set([0, -1, 1.5, fine, ...near])];
    }
    case 'enum':
      return schema.enum ?? [];
    case 'array':
      return [[]];
    default:
      return [];
  }
}

/** Texts that a pattern allows, with something before and behind them: few patterns allow that, and some forget to say so. */
function around({ examples = [], default: given }: JsonSchema): string[] {
  const known = [...examples, given].find((value) => typeof value === 'string' && value !== '');
  if (typeof known !== 'string') return [];
  return [`x${known}`, `${known}x`, `${known}\nx`, `x\n${known}`];
}

function otherCase(text: string): string {
  return text === text.toUpperCase() ? text.toLowerCase() : text.toUpperCase();
}
