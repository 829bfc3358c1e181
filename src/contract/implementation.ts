import { roughData } from './read-document.js';
import type { ContractFile } from './schema.js';

/** What stands behind a contract: files of Lastwright's own kind, or something that is packaged as it is. */
export type Implementation =
  /** A view, and a behavior where it has one: the element's class is emitted from them. */
  | { kind: 'view' }
  /** A class that extends HTMLElement: the default export of a module, by its path from the contract. */
  | { kind: 'class'; module: string };

/** The implementation that a contract names. */
export function implementationOf({ wraps }: Pick<ContractFile, 'wraps'>): Implementation {
  return wraps ? { kind: 'class', module: wraps.element } : { kind: 'view' };
}

/**
 * The same from the text of a contract that is not understood yet, as far as it can be told: what lies beside it is
 * read along.
 */
export function roughImplementation(text: string): Implementation {
  const { wraps } = (roughData(text) ?? {}) as { wraps?: { element?: unknown } };
  return implementationOf(typeof wraps?.element === 'string' ? { wraps: { element: wraps.element } } : {});
}

/** True for an element whose class Lastwright emits: what holds for such classes holds for it. */
export function isEmitted({ implementation }: { implementation: Implementation }): boolean {
  return implementation.kind === 'view';
}
