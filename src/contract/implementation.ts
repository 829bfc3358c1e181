import { COMPONENT_FRAMEWORKS, type ComponentFramework } from './component-frameworks.js';
import { roughData } from './read-document.js';
import type { ContractFile } from './schema.js';

/** A component of a framework, as a contract names it. */
export interface ComponentImplementation {
  kind: 'component';
  framework: ComponentFramework;
  /** The module that has it, by its path from the contract. */
  module: string;
  /** The name that the module exports it by. */
  exported: string;
  /** True if the package leaves the framework to its consumers; undefined if the contract says nothing of it. */
  shared: boolean | undefined;
}

/** What stands behind a contract: files of Lastwright's own kind, or something that is packaged as it is. */
export type Implementation =
  /** A view, and a behavior where it has one: the element's class is emitted from them. */
  | { kind: 'view' }
  /** A class that extends HTMLElement: what a module exports, by its path from the contract or in a package. */
  | { kind: 'class'; module: string; exported: string }
  /** An element that somebody else's modules register; absolute paths, the one with its class first. */
  | { kind: 'registered'; modules: string[]; exported: string | undefined }
  | ComponentImplementation;

/** The implementation that a contract names. */
export function implementationOf({ wraps }: Pick<ContractFile, 'wraps'>): Implementation {
  if (!wraps) return { kind: 'view' };
  const framework = frameworksIn(wraps)[0];
  const exported = wraps.export ?? 'default';
  if (framework === undefined) return { kind: 'class', module: wraps.element!, exported };
  return {
    kind: 'component',
    framework,
    module: wraps[framework]!,
    exported,
    shared: wraps.framework && wraps.framework === 'shared',
  };
}

/** The frameworks that `wraps` names. */
export function frameworksIn(wraps: object): ComponentFramework[] {
  return COMPONENT_FRAMEWORKS.filter((name) => name in wraps);
}

/**
 * The same from the text of a contract that is not understood yet, as far as it can be told: what lies beside it is
 * read along.
 */
export function roughImplementation(text: string): Implementation {
  const { wraps } = (roughData(text) ?? {}) as { wraps?: Record<string, unknown> };
  const said = Object.entries(wraps ?? {}).find(
    ([name, value]) => typeof value === 'string' && (name === 'element' || name in BY_NAME),
  );
  return implementationOf(said ? { wraps: { [said[0]]: said[1] as string } } : {});
}

const BY_NAME = Object.fromEntries(COMPONENT_FRAMEWORKS.map((name) => [name, true]));

/** The module that a contract names; undefined for an element with a view. */
export function moduleOf(implementation: Implementation): string | undefined {
  return 'module' in implementation ? implementation.module : undefined;
}

/** True for an element whose class Lastwright emits: what holds for such classes holds for it. */
export function isEmitted({ implementation }: { implementation: Implementation }): boolean {
  return implementation.kind === 'view' || implementation.kind === 'component';
}

/** The component behind a contract; undefined if there is none. */
export function componentOf({
  implementation,
}: {
  implementation: Implementation;
}): ComponentImplementation | undefined {
  return implementation.kind === 'component' ? implementation : undefined;
}
