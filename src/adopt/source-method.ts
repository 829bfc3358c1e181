import type { MemberFact } from '../components/read/facts.js';
import { standardMember } from '../standards/standards.js';
import type { SourceMethod } from './source.js';

/**
 * A method as a contract has it. It gives `undefined` for what is no function, and `'standard'` for one that has the name of a member
 * of every element.
 */
export function sourceMethod({
  name,
  type,
  description,
  deprecated,
}: MemberFact): SourceMethod | 'standard' | undefined {
  if (type.kind !== 'function') return undefined;
  if (standardMember(name) !== undefined) return 'standard';
  const { parameters, returns, mayReturn } = type;
  return { name, description, deprecated, parameters, returns, mayReturn };
}
