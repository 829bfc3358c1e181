import { camelCase, pascalCase } from './names.js';
import type { ComponentImplementation } from './implementation.js';
import type { Contract, ElementEvent, Property, Slot } from './model.js';

/** The component's property that a property of the contract gives, and whether it gives the opposite. */
export function componentProperty({ name, from }: Property): { name: string; opposite: boolean } {
  if (from === undefined) return { name, opposite: false };
  return from.startsWith('!') ? { name: from.slice(1), opposite: true } : { name: from, opposite: false };
}

/**
 * The callback of a component that an event stands for: `onPick` for `tide-pick` of `quay-tide`, as well as for
 * `pick`; `bind:value` for a property that the component writes itself.
 */
export function componentCallback(
  { name, from }: Pick<ElementEvent, 'name' | 'from'>,
  { tag }: Pick<Contract, 'tag'>,
  { framework }: ComponentImplementation,
): string {
  if (from !== undefined) {
    // Vue names events by what is emitted, and gets them as properties that begin with "on".
    const emitted = framework === 'vue' && !/^on[A-Z]/.test(from);
    return emitted ? `on${from.charAt(0).toUpperCase()}${from.slice(1)}` : from;
  }
  const own = [`${tag}-`, `${tag.slice(tag.indexOf('-') + 1)}-`].find((start) => name.startsWith(start));
  return `on${pascalCase(own === undefined ? name : name.slice(own.length))}`;
}

/** The name by which a component takes what fills a slot. */
export function componentSlot({ name, from }: Slot, { framework }: ComponentImplementation): string {
  if (from !== undefined) return from;
  if (name === 'default') return framework === 'vue' ? 'default' : 'children';
  return framework === 'vue' ? name : camelCase(name);
}
