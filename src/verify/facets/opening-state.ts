import { Observer } from '../observe.js';
import { statesOf } from '../state-names.js';
import { hasState } from './look.js';
import type { Opening } from './opening.js';

/** A custom state that consumers style with `:state()` (HTML, section 4.13.7.4). */
export class StateOpening implements Opening {
  readonly #observer: Observer;
  #seen = false;
  /** All states that were entered, whatever their names. */
  readonly #others = new Set<string>();

  constructor(
    readonly name: string,
    /** All states of the contract. */
    readonly declared: readonly string[],
    /** True for a class that somebody wrote, of which nobody knows how it sets its states. */
    readonly wrapped: boolean,
  ) {
    this.#observer = new Observer(`state ${name}`);
  }

  visit(element: Element, when: string): void {
    for (const name of statesOf(element)) this.#others.add(name);
    if (this.#seen || !hasState(element, this.name)) return;
    this.#seen = true;
    this.#observer.saw(`look for :state(${this.name}) ${when}`, 'it matches');
  }

  /** Two elements with the same values are in the same states, whatever they had before. */
  compare(changed: Element, fresh: Element, did: string): void {
    const [one, other] = [hasState(changed, this.name), hasState(fresh, this.name)];
    if (one === other) return;
    const words = (has: boolean): string => (has ? `:state(${this.name}) matches` : 'it does not match');
    this.#observer.fail(did, words(one), words(other));
  }

  end(): Observer {
    if (this.#seen) return this.#observer;
    const others = [...this.#others].filter((name) => !this.declared.includes(name));
    // A view's states are checked when it is built; a class that sets none at all, or others, keeps no such promise.
    if (this.wrapped && (this.#others.size === 0 || others.length > 0))
      this.#observer.fail(
        `look for :state(${this.name}) in all samples and with all values`,
        others.length > 0 ? `other states: ${others.join(', ')}` : 'the element enters no state at all',
        'that it matches at some time',
      );
    else
      this.#observer.leave(
        `No sample leads there: add the steps that do, and "expect: { states: { ${this.name}: true } }".`,
      );
    return this.#observer;
  }
}
