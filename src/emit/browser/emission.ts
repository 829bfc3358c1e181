import type { Contract } from '../../contract/model.js';
import type { TreeNode } from '../../syntax/tree.js';
import { expression, identifier, literal } from '../../syntax/build.js';
import type { AuthorCode } from '../author-code.js';
import type { Bits } from './bits.js';
import type { ModuleNames } from './names.js';

/** What the module of one element is emitted with, and what it turns out to need. */
export interface Emission {
  contract: Contract;
  names: ModuleNames;
  bits: Bits;
  author: AuthorCode;
  /** Names to import from the runtime. */
  runtime: Set<string>;
  /** True if the element takes over what a server rendered. */
  takesOver: boolean;
}

/** The bits that a change of a name sets, as the constant that stands for them; undefined if nothing follows it. */
export function bitsOf({ bits }: Emission, key: string): TreeNode | undefined {
  return named(bits, bits.of(key));
}

/** The bits that a change of any of these names sets, as one expression; undefined if nothing follows them. */
export function bitsOfAny({ bits }: Emission, keys: readonly string[]): TreeNode | undefined {
  const found = [...new Set(keys.map((key) => bits.of(key)))].flatMap((bit) => named(bits, bit) ?? []);
  return found.length > 0 ? found.reduce((left, right) => expression`${left} | ${right}`) : undefined;
}

function named(bits: Bits, bit: number): TreeNode | undefined {
  if (bit === 0) return undefined;
  const name = bits.nameOf(bit);
  return typeof name === 'string' ? identifier(name) : literal(name);
}
