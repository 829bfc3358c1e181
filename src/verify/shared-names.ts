import { findFramework, type InstalledComponentFramework } from '../components/find-framework.js';
import { wrappedFramework } from '../components/index.js';
import type { ComponentFramework } from '../contract/component-frameworks.js';
import { componentOf } from '../contract/implementation.js';
import type { LibraryElement } from '../library/library-element.js';

/** Names of the frameworks that elements share with the page that they are in. */
export function sharedNames(elements: readonly Pick<LibraryElement, 'contract'>[]): ComponentFramework[] {
  const names = elements.flatMap(({ contract }) => {
    const component = componentOf(contract);
    return component?.shared ? [component.framework] : [];
  });
  return [...new Set(names)];
}

/** Those of the frameworks that are installed. */
export function installedFrameworks(
  root: string,
  names: readonly ComponentFramework[],
): InstalledComponentFramework[] {
  return names.flatMap((name) => {
    const installed = findFramework(wrappedFramework(name), root);
    return 'missing' in installed ? [] : installed;
  });
}
