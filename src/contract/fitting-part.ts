import type { z } from 'zod';
import { nearest } from '../findings/nearest.js';
import { knownKeys } from './known-keys.js';
import { meantAlternative } from './meant-alternative.js';

type Path = readonly PropertyKey[];
type Parent = Record<PropertyKey, unknown>;

/** What is left of a document's data where some of it does not fit. */
export interface FittingPart<Value> {
  value: Value;
  /** Paths, as they are in the document, of what was left out or could not be relied on. */
  unclear: Path[];
  /** What else does not fit, and showed only when something before it was understood; paths are those in the document. */
  later: z.core.$ZodIssue[];
  /** The path in the document of what is at a path of `value`: keys may have been misspelt, items left out. */
  toDocument(path: Path): Path;
}

/** What does not fit is looked for so often: what fits then may show something else. */
const ROUNDS = 12;

/**
 * The part of some data that fits a schema, so that the rest of a file can be looked at although something in it is wrong: a misspelt
 * key counts as the one that was meant, what has no meaning is left out. Undefined where nothing sensible is left.
 */
export function fittingPart<Value>(schema: z.ZodType<Value>, data: unknown): FittingPart<Value> | undefined {
  const repair = new Repair(schema, structuredClone(data));
  const later: z.core.$ZodIssue[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const result = schema.safeParse(repair.data);
    if (result.success) {
      const { unclear } = repair;
      return { value: result.data, unclear, later, toDocument: (path) => repair.toDocument(path) };
    }
    if (round > 0)
      later.push(
        ...result.error.issues
          .map((issue) => ({ ...issue, path: [...repair.toDocument(issue.path)] }))
          .filter(({ path }) => !repair.isUnclear(path)),
      );
    // Items of lists are taken out from the last one, so that the places of the others hold until then.
    const paths = result.error.issues.flatMap((issue) => deepestPaths(issue, []));
    for (const issue of paths.toReversed()) if (!repair.leaveOut(issue)) return undefined;
  }
  return undefined;
}

interface Problem {
  path: Path;
  /** The key that nobody knows, where that is the problem. */
  unknown?: string;
}

/** Where the problems of an issue are; of alternatives, in the one that fits deepest. */
function deepestPaths(issue: z.core.$ZodIssue, before: Path): Problem[] {
  const path = [...before, ...issue.path];
  if (issue.code === 'unrecognized_keys') return issue.keys.map((unknown) => ({ path, unknown }));
  if (issue.code !== 'invalid_union') return [{ path }];
  return meantAlternative(issue)?.flatMap((one) => deepestPaths(one, path)) ?? [{ path }];
}

class Repair {
  readonly unclear: Path[] = [];
  /** For each list that lost items, the places that the others had; for each mapping, how its keys were written. */
  readonly #places = new WeakMap<object, number[]>();
  readonly #written = new WeakMap<object, Map<PropertyKey, PropertyKey>>();

  constructor(
    readonly schema: z.ZodType,
    readonly data: unknown,
  ) {}

  /** True for a path in the document at or below which something was left out. */
  isUnclear(path: Path): boolean {
    return this.unclear.some((other) => isBelow(path, other) || isBelow(other, path));
  }

  /** Takes out what a problem is about; false where that cannot be done. */
  leaveOut({ path, unknown }: Problem): boolean {
    if (unknown !== undefined) return this.#mendKey(path, unknown);
    const parent = this.#at(path.slice(0, -1));
    const key = path.at(-1);
    if (parent === undefined || key === undefined) return false;
    this.unclear.push(this.toDocument(path));
    if (Array.isArray(parent)) {
      const places = this.#places.get(parent) ?? parent.map((_, place) => place);
      places.splice(Number(key), 1);
      this.#places.set(parent, places);
      parent.splice(Number(key), 1);
    } else if (Object.hasOwn(parent, key)) {
      // A member that means nothing is still one of its name.
      const isMember = path.length === 2 && isMapping(this.#at(path.slice(0, 1))) && parent[key] !== EMPTY;
      if (isMember) parent[key] = EMPTY;
      else delete parent[key];
      // An item of a list of which nothing is left, such as a step, says nothing.
      const around = path.slice(0, -1);
      if (Object.keys(parent).length === 0 && Array.isArray(this.#at(around.slice(0, -1))))
        return this.leaveOut({ path: around });
    } else if (path.length === 1 && VERSIONS.has(String(key))) parent[key] = 1;
    // Where a key is missing, what should have it goes.
    else if (path.length > 1) return this.leaveOut({ path: path.slice(0, -1) });
    else return false;
    return true;
  }

  #mendKey(path: Path, unknown: string): boolean {
    const parent = this.#at(path);
    if (parent === undefined || !Object.hasOwn(parent, unknown)) return false;
    const meant = nearest(unknown, knownKeys(this.schema, path));
    if (meant !== undefined && !Object.hasOwn(parent, meant)) {
      parent[meant] = parent[unknown];
      const written = this.#written.get(parent) ?? new Map<PropertyKey, PropertyKey>();
      this.#written.set(parent, written.set(meant, unknown));
    } else this.unclear.push([...this.toDocument(path), unknown]);
    delete parent[unknown];
    return true;
  }

  toDocument(path: Path): Path {
    let at: unknown = this.data;
    return path.map((step) => {
      const parent = at as Parent | undefined;
      const isObject = typeof parent === 'object' && parent !== null;
      at = isObject ? parent[step] : undefined;
      if (!isObject) return step;
      return this.#places.get(parent)?.[Number(step)] ?? this.#written.get(parent)?.get(step) ?? step;
    });
  }

  #at(path: Path): Parent | undefined {
    let at: unknown = this.data;
    for (const step of path) at = isMapping(at) || Array.isArray(at) ? (at as Parent)[step] : undefined;
    return typeof at === 'object' && at !== null ? (at as Parent) : undefined;
  }
}

/** What stands for a member of which nothing is known but its name. */
const EMPTY = Object.freeze({});

/** Keys that say the version of a format. */
const VERSIONS: ReadonlySet<string> = new Set(['contract', 'library', 'trait']);

/** True if a path leads to where another one does, or into that. */
function isBelow(path: Path, other: Path): boolean {
  return other.every((step, depth) => String(step) === String(path[depth]));
}

function isMapping(value: unknown): boolean {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
