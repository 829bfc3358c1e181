import { suggestion } from '../findings/nearest.js';
import type { Report } from './report.js';
import type { JsonSchema } from './schema.js';

const PREFIX = '#/definitions/';

/** The name of the definition that a reference leads to, or undefined for a reference of another form. */
function definitionName(reference: string): string | undefined {
  return reference.startsWith(PREFIX) ? reference.slice(PREFIX.length) : undefined;
}

/** The schema that a chain of references leads to; a circle or a missing target leads to the schema itself. */
export function followReference(schema: JsonSchema, definitions: Record<string, JsonSchema>): JsonSchema {
  const seen = new Set<string>();
  let current = schema;
  while (current.$ref !== undefined && !seen.has(current.$ref)) {
    seen.add(current.$ref);
    const target = definitions[definitionName(current.$ref) ?? ''];
    if (!target) return current;
    current = target;
  }
  return current;
}

/** Calls back for every `$ref` in a value, with its path. */
function eachReference(
  value: unknown,
  path: PropertyKey[],
  found: (reference: string, path: PropertyKey[]) => void,
): void {
  if (typeof value !== 'object' || value === null) return;
  for (const [key, inner] of Object.entries(value)) {
    if (key === '$ref' && typeof inner === 'string') found(inner, [...path, key]);
    else if (!['default', 'examples', 'const', 'enum'].includes(key))
      eachReference(inner, [...path, key], found);
  }
}

/** True for a definition that is nothing but another one, over and over. */
function leadsInACircle(name: string, definitions: Record<string, JsonSchema>): boolean {
  const seen = new Set<string>();
  const isCircular = (schema: JsonSchema | undefined): boolean => {
    if (!schema) return false;
    const next = schema.$ref === undefined ? undefined : definitionName(schema.$ref);
    if (next !== undefined && definitions[next]) {
      if (next === name) return true;
      if (seen.has(next)) return false;
      seen.add(next);
      return isCircular(definitions[next]);
    }
    return [schema.anyOf, schema.oneOf, schema.allOf].some((all) => all?.some(isCircular));
  };
  return isCircular(definitions[name]);
}

/** Every `$ref` in these parts of a file leads to a definition. */
export function checkReferences(
  source: Record<string, unknown>,
  definitions: Record<string, JsonSchema>,
  report: Report,
): void {
  const known = Object.keys(definitions);
  for (const name of known) {
    if (!leadsInACircle(name, definitions)) continue;
    report(
      'definition/circle',
      ['definitions', name],
      `The definition "${name}" is nothing but itself: its references lead in a circle.`,
      'Say what it is: a type, or an object with members.',
    );
  }
  for (const part of ['properties', 'events', 'methods', 'definitions']) {
    eachReference(source[part], [part], (reference, path) => {
      const name = definitionName(reference);
      if (name !== undefined && known.includes(name)) return;
      report(
        'definition/unknown',
        path,
        `"${reference}" leads to no definition.`,
        name === undefined
          ? 'Write "#/definitions/" and the name of a definition.'
          : suggestion(name, known, 'definitions'),
        'value',
      );
    });
  }
}

/** Of all definitions those that a value refers to, directly or through others. */
export function usedDefinitions(
  value: unknown,
  definitions: Record<string, JsonSchema>,
): Record<string, JsonSchema> {
  const used: Record<string, JsonSchema> = {};
  const visit = (inner: unknown): void =>
    eachReference(inner, [], (reference) => {
      const name = definitionName(reference);
      const target = name === undefined ? undefined : definitions[name];
      if (name === undefined || !target || used[name]) return;
      used[name] = target;
      visit(target);
    });
  visit(value);
  return used;
}
