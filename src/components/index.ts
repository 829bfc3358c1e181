import type { ComponentFramework } from '../contract/component-frameworks.js';
import type { WrappedFramework } from './framework.js';
import { preact } from './preact.js';
import { react } from './react.js';
import { solid } from './solid.js';
import { svelte } from './svelte.js';
import { vue } from './vue.js';

/** The frameworks whose components can be wrapped. */
export const WRAPPED_FRAMEWORKS: readonly WrappedFramework[] = [react, preact, vue, svelte, solid];

/** The framework of that name. */
export function wrappedFramework(name: ComponentFramework): WrappedFramework {
  return WRAPPED_FRAMEWORKS.find((framework) => framework.name === name)!;
}
