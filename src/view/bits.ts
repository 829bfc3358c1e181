import { constantCase } from '../contract/names.js';
import { allBlocks, type ViewPlan } from './view-plan.js';

/** Which bits a change of each name sets; a binding looks at the bits of the names it reads. */
export interface Bits {
  /** The bit of a key (`property:label`, `state:open`, `slots:filled`, `host:class`); 0 if no binding can read it. */
  of(key: string): number;
  /** The bits of names, each as a constant that code can use. */
  constants: Map<string, number>;
  item(depth: number): number;
  index(depth: number): number;
}

/** Bits for names; above them one for names that only code reads which could not be seen through, then loops. */
const NAME_BITS = 24;
const OTHER = 1 << NAME_BITS;

/**
 * Gives names their bits: names that touch the same bindings share one, so a few bits go a long way; when
 * they run out, the rest share the last, which costs a comparison and changes nothing.
 */
export function assignBits(plan: ViewPlan): Bits {
  const readers = new Map<string, number[]>();
  let anyUnseen = false;
  const bindings = allBlocks(plan.root).flatMap((block) => block.bindings);
  [...bindings, ...plan.root.tasks].forEach(({ reads }, number) => {
    if (reads.has('*')) anyUnseen = true;
    for (const key of reads) {
      if (!/^(property|state|slots|host):/.test(key)) continue;
      const known = readers.get(key);
      if (known) known.push(number);
      else readers.set(key, [number]);
    }
  });
  const groups = new Map<string, { bit: number; keys: string[] }>();
  const names = new Map<string, number>();
  for (const [key, numbers] of readers) {
    const signature = numbers.join();
    let group = groups.get(signature);
    if (!group) groups.set(signature, (group = { bit: 1 << Math.min(groups.size, NAME_BITS - 1), keys: [] }));
    group.keys.push(key);
    names.set(key, group.bit);
  }
  const constants = new Map<string, number>();
  for (const { bit, keys } of groups.values()) {
    const name = keys.map((key) => constantCase(key.split(':')[1]!)).join('_OR_');
    constants.set(constants.has(name) || name.length > 40 ? `GROUP_${constants.size + 1}` : name, bit);
  }
  return {
    of: (key) => names.get(key) ?? (anyUnseen ? OTHER : 0),
    constants,
    item: (depth) => 1 << (NAME_BITS + 1 + Math.min(depth, 2) * 2),
    index: (depth) => 1 << (NAME_BITS + 2 + Math.min(depth, 2) * 2),
  };
}
