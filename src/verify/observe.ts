import type { Observation, ObservedStep } from './observation.js';

/** A value in a few words, for people to read. */
export function show(value: unknown): string {
  if (value === undefined) return 'undefined';
  if (typeof value === 'function') return 'a function';
  if (typeof value === 'number' || typeof value === 'bigint' || typeof value === 'symbol')
    return String(value);
  if (typeof Node !== 'undefined' && value instanceof Node) return `<${value.nodeName.toLowerCase()}>`;
  try {
    const text = JSON.stringify(value);
    return text.length > 120 ? `${text.slice(0, 117)}…` : text;
  } catch {
    return String(value);
  }
}

/** The text of an attribute in a few words. */
export function showAttribute(text: string | null): string {
  return text === null ? 'no such attribute' : show(text);
}

/** Where two long texts begin to differ, with a little of what stands around. */
export function firstChange(before: string, after: string): { was: string; is: string } {
  let at = 0;
  while (at < before.length && before[at] === after[at]) at++;
  const start = Math.max(0, at - AROUND);
  const piece = (text: string): string =>
    `${start > 0 ? '…' : ''}${text.slice(start, at + 2 * AROUND)}${text.length > at + 2 * AROUND ? '…' : ''}`;
  return { was: piece(before), is: piece(after) };
}

/** So many characters are shown before what differs, and twice as many behind it. */
const AROUND = 25;

/** Collects what was done and seen about one subject, and comes to a verdict. */
export class Observer {
  readonly observed: ObservedStep[] = [];
  #failures: string[] = [];
  #cares: string[] = [];
  #unchecked: string | undefined;
  /** True where nobody promises that objects stay the same ones. */
  static copiesWillDo = false;

  constructor(readonly subject: string) {}

  /** Notes that something was done and seen, without judging it. */
  saw(did: string, saw: string): void {
    this.observed.push({ did, saw });
  }

  /** Something must be as wanted; gives back whether it was. */
  expect(
    did: string,
    good: boolean,
    saw: string,
    wanted: string,
    note = `${did}: ${saw} instead of ${wanted}`,
  ): boolean {
    this.observed.push(good ? { did, saw } : { did, saw, wanted });
    if (!good) this.#failures.push(note);
    return good;
  }

  /** Something must hold; `otherwise` is what is seen where it does not. */
  holds(did: string, good: boolean, otherwise: string, wanted: string): boolean {
    return this.expect(did, good, good ? wanted : otherwise, wanted);
  }

  /** A value must be the wanted one (the same object, for objects). */
  equal(did: string, seen: unknown, wanted: unknown): boolean {
    const good = Object.is(seen, wanted);
    const copied = !good && show(seen) === show(wanted);
    if (copied && Observer.copiesWillDo) {
      this.care(
        did,
        `a copy of ${show(seen)}`,
        'It keeps a copy of what it is given; give it another object to change it.',
      );
      return true;
    }
    return this.expect(
      did,
      good,
      copied ? `a copy of ${show(seen)}` : show(seen),
      copied ? 'the same object' : show(wanted),
    );
  }

  /** It works, with an idiom: says which. */
  care(did: string, saw: string, note: string): void {
    this.observed.push({ did, saw });
    this.#cares.push(note);
  }

  fail(did: string, saw: string, wanted: string): void {
    this.expect(did, false, saw, wanted);
  }

  /** Nothing could be tried, and why; counts only where nothing failed. */
  leave(reason: string): void {
    this.#unchecked = reason;
  }

  /** True if it says why nothing could be tried. */
  get isLeft(): boolean {
    return this.#unchecked !== undefined;
  }

  /** Errors that nothing caught are failures of what was done. */
  noErrors(errors: readonly string[], did: string, wanted = 'no error'): void {
    for (const error of errors) this.fail(did, `error: ${error}`, wanted);
  }

  result(): Observation {
    const { subject, observed } = this;
    if (this.#failures.length > 0) return { subject, verdict: 'fails', note: this.#failures[0]!, observed };
    if (this.#unchecked !== undefined)
      return { subject, verdict: 'unchecked', note: this.#unchecked, observed };
    if (this.#cares.length > 0)
      return { subject, verdict: 'care', note: [...new Set(this.#cares)].join(' '), observed };
    if (observed.length === 0) return { subject, verdict: 'unchecked', note: 'Nothing was tried.', observed };
    return { subject, verdict: 'fits', note: '', observed };
  }
}
