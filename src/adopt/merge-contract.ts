import { isDeepStrictEqual } from 'node:util';
import { isMap, parseDocument, type Document } from 'yaml';
import { PLAIN } from '../contract/yaml-nodes.js';
import { UsageError } from '../system/usage-error.js';
import { MEMBER_SECTIONS } from './source.js';
import type { AdoptedContract } from './to-contract.js';
import { PRINT } from './write-yaml.js';

/** What an update did to a contract. */
export interface MergeChange {
  section: string;
  name: string;
  change: 'added' | 'changed' | 'gone';
  what: string;
}

/** Keys that say what a member's values are. */
const TYPE_KEYS = [
  'type',
  'enum',
  'const',
  '$ref',
  'items',
  'properties',
  'additionalProperties',
  'instance',
  'function',
];

/**
 * Takes what has changed in the source into a contract that is there, and keeps what a person wrote: descriptions, limits,
 * other names, comments and the order of things. Nothing is removed; what the source has no more is told.
 */
export function mergeContract(
  file: string,
  text: string,
  { contract }: AdoptedContract,
): { text: string; changes: MergeChange[] } {
  const document = parseDocument(text);
  if (document.errors.length > 0 || !isMap(document.contents))
    throw new UsageError(
      `${file} cannot be read: ${document.errors[0]?.message.split('\n')[0] ?? 'it is no mapping'}`,
      'Fix it first, or adopt under another tag.',
    );
  const changes: MergeChange[] = [];
  for (const section of MEMBER_SECTIONS) {
    const own = (contract[section] ?? {}) as Record<string, Record<string, unknown> | string>;
    const there = (document.toJS() as Record<string, Record<string, unknown>>)[section] ?? {};
    for (const [name, member] of Object.entries(own)) {
      const found = Object.keys(there).find(
        (other) => other === name || sameSource(there[other], name, member),
      );
      if (found === undefined) {
        add(document, section, name, member);
        changes.push({ section, name, change: 'added', what: 'new in the source' });
      } else if (typeof member === 'object')
        changes.push(...update(document, section, found, there[found], member));
    }
    for (const name of Object.keys(there))
      if (
        !(name in own) &&
        !Object.entries(own).some(([other, member]) => sameSource(there[name], other, member))
      )
        if (section !== 'definitions')
          changes.push({ section, name, change: 'gone', what: 'the source has nothing for it' });
  }
  return { text: document.toString(PRINT), changes };
}

/** True for a member that a person gave another name, and that stands for the same thing of the source. */
function sameSource(there: unknown, name: string, member: unknown): boolean {
  const from = (there as { from?: string } | null)?.from;
  if (from === undefined) return false;
  const own = (member as { from?: string } | null)?.from ?? name;
  return from.replace(/^!/, '') === own.replace(/^!/, '');
}

function add(document: Document, section: string, name: string, member: unknown): void {
  const node = document.createNode(member, PLAIN);
  if (isMap(node)) node.flow = true;
  if (isMap(document.get(section))) document.setIn([section, name], node);
  else document.set(section, document.createNode({ [name]: member }, PLAIN));
}

function update(
  document: Document,
  section: string,
  name: string,
  there: unknown,
  member: Record<string, unknown>,
): MergeChange[] {
  const before = (typeof there === 'object' && there !== null ? there : {}) as Record<string, unknown>;
  const changes: MergeChange[] = [];
  const set = (key: string, value: unknown): void => {
    const before = document.getIn([section, name]);
    if (!isMap(before))
      document.setIn([section, name], document.createNode({ description: before ?? undefined }));
    if (value === undefined) document.deleteIn([section, name, key]);
    else document.setIn([section, name, key], document.createNode(value, { flow: true, ...PLAIN }));
    changes.push({ section, name, change: 'changed', what: key });
  };
  if (section === 'properties' || section === 'definitions') {
    if (contradicts(before, member))
      for (const key of TYPE_KEYS) if (!isDeepStrictEqual(before[key], member[key])) set(key, member[key]);
    if (member.default !== undefined && !isDeepStrictEqual(before.default, member.default) && !changes.length)
      set('default', member.default);
    if (
      section === 'properties' &&
      Boolean(before.required) !== Boolean(member.required) &&
      before.default === undefined
    )
      set('required', member.required);
  }
  for (const key of ['detail', 'parameters', 'returns', 'arguments', 'cancelable', 'description'])
    if (
      member[key] !== undefined &&
      before[key] === undefined &&
      !(key === 'description' && typeof there === 'string')
    )
      set(key, member[key]);
  return changes;
}

/** True where what a person wrote is no narrower form of what the source says. */
function contradicts(before: Record<string, unknown>, now: Record<string, unknown>): boolean {
  const kind = (one: Record<string, unknown>): string =>
    one.instance !== undefined
      ? `instance ${String(one.instance)}`
      : one.function
        ? 'function'
        : one.$ref
          ? 'object'
          : one.enum
            ? 'enum'
            : String(one.type);
  const [was, is] = [kind(before), kind(now)];
  if (was === 'enum' && is === 'enum')
    return !isDeepStrictEqual(new Set(before.enum as unknown[]), new Set(now.enum as unknown[]));
  // A person may know better which of all texts or numbers there are.
  if (was === 'enum') return is !== 'string' && is !== 'number';
  if (was === 'integer' && is === 'number') return false;
  if (was !== is) return true;
  return was === 'object' || was === 'array'
    ? (now.$ref ?? now.items) !== undefined &&
        before.items === undefined &&
        before.$ref === undefined &&
        before.properties === undefined
    : false;
}
