import type { Contract } from '../../contract/model.js';

/** Of which kind members are, by name. */
export type MemberKinds = Readonly<Record<string, string>>;

/** The members of a contract, each with its kind: what a framework can tell of it, whatever it is for. */
export function memberKinds({ properties, slots, events, methods }: Contract): MemberKinds {
  return Object.fromEntries([
    ...methods.map(({ name }) => [name, 'method']),
    ...slots.map(({ name }) => [name, name === 'default' ? 'default slot' : 'slot']),
    ...events.map(({ name }) => [name, 'event']),
    ...properties.map(({ name, kind, attribute }) => [
      name,
      `${kind} property ${attribute === undefined ? 'without' : 'with'} an attribute`,
    ]),
  ]) as MemberKinds;
}

/** A text in which each name of a member is replaced by its kind. */
export function withKinds(text: string, kinds: MemberKinds): string {
  return text
    .split(/([^\w-]+)/)
    .map((word) => (Object.hasOwn(kinds, word) ? `<${kinds[word]}>` : word))
    .join('');
}
