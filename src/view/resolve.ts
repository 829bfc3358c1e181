import { LIFECYCLE_EXPORTS, type Behavior } from '../behavior/read-behavior.js';
import { INSIDE_MEMBERS } from '../behavior/inside-members.js';
import type { Reads } from '../behavior/reads.js';
import type { Contract } from '../contract/model.js';
import { liveProperties, nativeProperties } from '../contract/passed.js';
import { suggestion } from '../findings/nearest.js';
import type { Expression, ExpressionProblem, FreeName } from './expression.js';

/** A loop variable: the item or the index of the loop at a depth (0 is the outermost). */
export interface LoopVariable {
  name: string;
  kind: 'item' | 'index';
  depth: number;
}

/** Stands among loop variables inside of a loop that could not be understood: any name may be one of its own. */
export const ANY_NAME: LoopVariable = { name: '', kind: 'item', depth: -1 };

/** What a name in a view means. */
export type Meaning =
  | { kind: 'loop'; variable: LoopVariable }
  | {
      kind:
        'state' | 'property' | 'native' | 'result' | 'filled' | 'function' | 'value' | 'global' | 'hostClass';
    };

/** What stands in a view's class for those that the consumer gave; no author can write such a name. */
export const HOST_CLASS = '$\u200chostClass';

/**
 * What code reads, as keys: `property:label`, `state:open`, `slots:filled`, `item:0`, `index:0`, or `*` where it
 * cannot be told.
 */
export type ReadKeys = Set<string>;

/** An expression whose names have a meaning. */
export interface Resolved {
  expression: Expression;
  names: { free: FreeName; meaning: Meaning }[];
  reads: ReadKeys;
  /** True if something in it could not be understood: nothing is said of its type. */
  isLost: boolean;
}

/** Standard globals that a view may use: what computes and formats values, nothing that acts. */
export const VIEW_GLOBALS: ReadonlySet<string> = new Set(
  (
    'Array Boolean Date Infinity Intl JSON Math NaN Number Object String undefined ' +
    'decodeURIComponent encodeURIComponent isFinite isNaN parseFloat parseInt'
  ).split(' '),
);

/** The names that views of one element can use. */
export class NameTable {
  readonly #state: ReadonlySet<string>;
  readonly #properties: ReadonlySet<string>;
  readonly #native: ReadonlySet<string>;
  readonly #hasSlots: boolean;
  readonly #methods: ReadonlySet<string>;

  constructor(
    contract: Contract,
    readonly behavior: Behavior | undefined,
  ) {
    this.#state = new Set(behavior?.state);
    this.#properties = new Set(contract.properties.map(({ name }) => name));
    this.#native = new Set([
      ...Object.values(nativeProperties(contract)).map(({ property }) => property),
      ...liveProperties(contract),
    ]);
    this.#hasSlots = contract.slots.length > 0;
    this.#methods = new Set(contract.methods.map(({ name }) => name));
  }

  /** Everything a view can name, for suggestions. */
  known(loops: readonly LoopVariable[]): string[] {
    return [
      ...loops.flatMap(({ name }) => (name === '' ? [] : [name])),
      ...this.#state,
      ...this.#properties,
      ...this.#native,
      ...this.#results(),
      ...(this.#hasSlots ? ['filled'] : []),
      ...this.#exports(),
      ...VIEW_GLOBALS,
    ];
  }

  #exports(): string[] {
    const own = new Set<string>(LIFECYCLE_EXPORTS);
    return [...(this.behavior?.exports.keys() ?? [])].filter((name) => !own.has(name));
  }

  #results(): Iterable<string> {
    return this.behavior?.named.results.keys() ?? [];
  }

  /** What to do about a name that nobody has. */
  #wayTo(name: string, loops: readonly LoopVariable[]): string {
    if (INSIDE_MEMBERS.has(name))
      return `"${name}" belongs to the element's inside, which only the behavior has: export a function that does it, and call that.`;
    if (this.#methods.has(name))
      return `"${name}" is a method of the element: export a function that calls it, as inside.host.${name}(), and call that.`;
    return `${suggestion(name, this.known(loops), 'names')} Names come from the contract's properties and from the behavior's state and exports.`;
  }

  /** All meanings a name has, the nearest first; more than one (loop variables aside) is ambiguous. */
  meanings(name: string, loops: readonly LoopVariable[]): Meaning[] {
    const variable = loops.findLast((loop) => loop.name === name);
    if (variable) return [{ kind: 'loop', variable }];
    if (name === HOST_CLASS) return [{ kind: 'hostClass' }];
    const found: Meaning[] = [];
    if (this.#state.has(name)) found.push({ kind: 'state' });
    if (this.#properties.has(name)) found.push({ kind: 'property' });
    else if (this.#native.has(name)) found.push({ kind: 'native' });
    if (this.behavior?.named.results.has(name)) found.push({ kind: 'result' });
    if (this.#exports().includes(name)) found.push({ kind: this.behavior!.exports.get(name)!.kind });
    if (found.length === 0 && name === 'filled' && this.#hasSlots) found.push({ kind: 'filled' });
    if (found.length === 0 && VIEW_GLOBALS.has(name)) found.push({ kind: 'global' });
    return found;
  }

  /** Gives each name of an expression its meaning; problems are added to the list. */
  resolve(
    expression: Expression,
    loops: readonly LoopVariable[],
    problems: ExpressionProblem[],
    inHandler = false,
  ): Resolved {
    const resolved: Resolved = {
      expression,
      names: [],
      reads: new Set(),
      isLost: expression.isLost === true,
    };
    for (const free of expression.names) {
      if (inHandler && free.name === 'event') continue;
      const meaning = this.#meaningOf(free, expression, loops, problems);
      if (!meaning || problems.length > 0) resolved.isLost = true;
      if (!meaning) continue;
      resolved.names.push({ free, meaning });
      if (!free.assigned) for (const key of this.#reads(free, meaning)) resolved.reads.add(key);
    }
    return resolved;
  }

  #meaningOf(
    free: FreeName,
    expression: Expression,
    loops: readonly LoopVariable[],
    problems: ExpressionProblem[],
  ): Meaning | undefined {
    const offset = expression.toFile(free.start);
    const [meaning, other] = this.meanings(free.name, loops);
    if (!meaning && loops.includes(ANY_NAME)) return undefined;
    if (!meaning) {
      problems.push({
        code: 'view/unknown-name',
        message: `The name "${free.name}" is not known in this view.`,
        help: this.#wayTo(free.name, loops),
        offset,
      });
      return undefined;
    }
    if (other) {
      problems.push({
        code: 'view/ambiguous-name',
        message: `The name "${free.name}" means two things: ${KIND_WORDS[meaning.kind]} and ${KIND_WORDS[other.kind]}.`,
        help: 'Rename one of them.',
        offset,
      });
    }
    if (free.assigned && !/^(state|property|native)$/.test(meaning.kind)) {
      problems.push({
        code: 'view/assignment',
        message: `"${free.name}" is ${KIND_WORDS[meaning.kind]} and cannot be assigned to.`,
        help: 'Assign to a name of the state or to a property.',
        offset,
      });
    }
    return meaning;
  }

  #reads(free: FreeName, meaning: Meaning): string[] {
    switch (meaning.kind) {
      case 'loop':
        return [`${meaning.variable.kind}:${meaning.variable.depth}`];
      case 'state':
      case 'property':
        return [`${meaning.kind}:${free.name}`];
      case 'native':
        return [`property:${free.name}`];
      case 'filled':
        return ['slots:filled'];
      case 'hostClass':
        return ['host:class'];
      case 'result':
        return this.keysOf(this.behavior!.named.results.get(free.name)!.reads);
      case 'function':
        return this.keysOf(this.behavior!.exports.get(free.name)!.reads);
      default:
        return [];
    }
  }

  /** What a function of the behavior reads, as keys. */
  keysOf(reads: Reads): string[] {
    if (reads === 'everything') return ['*'];
    return [
      ...[...reads.properties]
        .filter((name) => this.#properties.has(name) || this.#native.has(name))
        .map((name) => `property:${name}`),
      ...[...reads.state].filter((name) => this.#state.has(name)).map((name) => `state:${name}`),
    ];
  }
}

const KIND_WORDS: Record<Meaning['kind'], string> = {
  loop: 'a loop variable',
  state: 'a name of the state',
  property: 'a property',
  native: 'a property of the control inside',
  result: 'a result of the behavior',
  filled: 'the slots that are filled',
  function: 'a function of the behavior',
  value: 'a value of the behavior',
  global: 'a standard global',
  hostClass: 'the class that the consumer gives',
};
