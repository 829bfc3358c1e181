import { constantCase } from '../../contract/names.js';
import type { LoopVariable, ReadKeys } from '../../view/resolve.js';
import type { ModuleNames } from './names.js';

/** Bits for names; above them one for names that only code reads which could not be seen through, then loops. */
const NAME_BITS = 24;
const OTHER = 1 << NAME_BITS;

/**
 * Which bits a change of each name sets (a dirty mask); a binding looks at the bits of the names it reads. Names that
 * touch the same bindings share one, so a few bits go a long way; when they run out, the rest share the last, which costs
 * a comparison and changes nothing.
 */
export class Bits {
  readonly #bits = new Map<string, number>();
  readonly #constants = new Map<number, string>();
  readonly #loops = new Map<string, string>();
  /** The constants that emitted code names bits by, in order. */
  readonly constants: { name: string; bit: number }[] = [];
  #anyUnseen = false;

  /** `bindings` are the keys that each binding of a view reads. */
  constructor(
    bindings: readonly ReadKeys[],
    readonly names: ModuleNames,
  ) {
    const readers = new Map<string, number[]>();
    bindings.forEach((reads, place) => {
      if (reads.has('*')) this.#anyUnseen = true;
      for (const key of reads) {
        if (!/^(property|state|slots|host):/.test(key)) continue;
        const known = readers.get(key);
        if (known) known.push(place);
        else readers.set(key, [place]);
      }
    });
    const groups = new Map<string, string[]>();
    for (const [key, places] of readers) {
      const signature = places.join();
      const group = groups.get(signature);
      if (group) group.push(key);
      else groups.set(signature, [key]);
    }
    [...groups.values()].forEach((keys, place) => {
      const bit = 1 << Math.min(place, NAME_BITS - 1);
      for (const key of keys) this.#bits.set(key, bit);
      if (!this.#constants.has(bit)) this.#constants.set(bit, this.#constant(nameOf(keys), bit));
    });
  }

  #constant(name: string, bit: number): string {
    const made = this.names.make(name);
    this.constants.push({ name: made, bit });
    return made;
  }

  /** The bit of a key (`property:label`, `state:open`, `slots:filled`, `host:class`); 0 if no binding can read it. */
  of(key: string): number {
    return this.#bits.get(key) ?? (this.#anyUnseen ? OTHER : 0);
  }

  /** True if a binding is known to read a key. */
  isRead(key: string): boolean {
    return this.#bits.has(key);
  }

  /** What code calls a bit: a constant, or the number for what none stands for. */
  nameOf(bit: number): string | number {
    return this.#constants.get(bit) ?? bit;
  }

  /** The constant of the bit that a change of a loop's variable sets. */
  ofLoop({ name, kind, depth }: LoopVariable): string {
    const bit = 1 << (NAME_BITS + (kind === 'item' ? 1 : 2) + Math.min(depth, 2) * 2);
    const known = this.#loops.get(`${name} ${bit}`);
    if (known) return known;
    const made = this.#constant(constantCase(name), bit);
    this.#loops.set(`${name} ${bit}`, made);
    return made;
  }
}

/** A name for the bit of these keys. */
function nameOf(keys: readonly string[]): string {
  const words = keys.map((key) => constantCase(key.split(':')[1]!).replace(/[^A-Z0-9_$]/g, '_'));
  const name = words.join('_OR_');
  return name.length > 40 || !/^[A-Z_$]/.test(name) ? 'GROUP' : name;
}
