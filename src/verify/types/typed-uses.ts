import type { Contract, Property } from '../../contract/model.js';
import { followReference } from '../../contract/references.js';
import type { FrameworkTyping } from '../../frameworks/framework.js';
import type { TypedFile, TypedUse, UseKind } from '../../frameworks/typed-use.js';
import { literal } from '../../syntax/literal.js';
import type { Values } from '../values.js';

/** A use, and what is wrong with it; undefined for the right one. */
export interface JudgedUse {
  use: TypedUse;
  wrong: string | undefined;
  kind: UseKind;
}

/** The right use of an element, and wrong ones that its contract forbids, for a framework's checker. */
export function typedUses(
  contract: Contract,
  values: Values,
  { binds, listens }: Pick<FrameworkTyping, 'binds' | 'listens'>,
): { constants: TypedFile['constants']; uses: JudgedUse[] } {
  const constants: TypedFile['constants'] = [];
  const constant = (code: string): string => {
    const name = `value${constants.length}`;
    constants.push([name, code]);
    return name;
  };
  const bound = contract.properties.filter((property) => binds?.(property) ?? true);
  const right = new Map(
    bound.flatMap((property) => {
      const code = rightValue(property, values);
      return code === undefined ? [] : [[property.name, constant(code)] as const];
    }),
  );
  const needed = bound.filter(({ required }) => required).map(({ name }) => name);
  const given = (...more: [property: string, constant: string][]): [string, string][] => [
    ...needed
      .filter((name) => right.has(name) && more.every(([other]) => other !== name))
      .map((name): [string, string] => [name, right.get(name)!]),
    ...more,
  ];
  const use = (parts: Partial<TypedUse>): TypedUse => ({
    properties: given(),
    listeners: [],
    method: undefined,
    ...parts,
  });
  const uses: JudgedUse[] = [];
  const events = listens ? contract.events : [];
  const [method] = contract.methods.filter(({ parameters }) => parameters.every(({ optional }) => optional));
  uses.push({
    kind: 'right',
    wrong: undefined,
    use: use({
      properties: given(...right),
      listeners: events.map(({ name }) => ({
        event: name,
        constant: constant('(event: Event) => void event'),
      })),
      method: method?.name,
    }),
  });
  const wrong = (kind: UseKind, what: string, parts: Partial<TypedUse>): void =>
    void uses.push({ kind, wrong: what, use: use(parts) });
  for (const property of bound) {
    const { name } = property;
    const value = wrongValue(property);
    if (value !== undefined)
      wrong('value', `a wrong value of ${name}`, { properties: given([name, constant(value)]) });
    wrong('name', `a misspelt property, ${name}z`, {
      properties: given([`${name}z`, right.get(name) ?? constant('0')]),
    });
  }
  for (const name of needed.filter((one) => right.has(one)))
    wrong('missing', `without ${name}`, { properties: given().filter(([other]) => name !== other) });
  for (const event of events) {
    // A native event that is sent again may be one of the keyboard.
    if (event.relay === undefined)
      wrong('listener', `a listener of ${event.name} for another event`, {
        listeners: [{ event: event.name, constant: constant('(event: KeyboardEvent) => void event') }],
      });
    const detail = event.detail && followReference(event.detail, contract.definitions);
    const isClosed =
      event.relay === undefined &&
      detail?.properties !== undefined &&
      detail.additionalProperties === undefined;
    if (isClosed)
      wrong('detail', `a misspelt member of the detail of ${event.name}`, {
        listeners: [{ event: event.name, member: 'misspelt' }],
      });
  }
  wrong('method', 'an unknown method', { method: 'misspelt' });
  return { constants, uses };
}

/** A value of a property as a constant; undefined where none can be made. */
function rightValue({ name, kind }: Property, values: Values): string | undefined {
  if (kind === 'function' || kind === 'instance') return 'undefined as never';
  const value = values[name]?.first;
  return value === undefined ? undefined : `${literal(value)} as const`;
}

/** A value that a property's type forbids; undefined where it may be anything. */
function wrongValue({ kind, schema }: Property): string | undefined {
  switch (kind) {
    case 'enum':
      return "'misspelt'";
    case 'number':
      return "'deep'";
    case 'boolean':
      return "'yes'";
    case 'array':
    case 'function':
      return '5';
    case 'string':
      return schema.type === 'string' ? '5' : undefined;
    default:
      return undefined;
  }
}
