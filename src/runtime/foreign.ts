import { setAttribute } from './write.js';

/**
 * Gives a value to a custom element that the library does not know: its property of that name if it has one, which also
 * takes objects and functions; else its attribute. `max-count` stands for the property `maxCount`.
 */
export function setForeign(element: Element, name: string, value: unknown): void {
  const property = name.replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase());
  // Before it is defined, what no attribute can carry waits as a plain property, which good elements take over.
  const isObject = (typeof value === 'object' && value !== null) || typeof value === 'function';
  if (isObject || property in element) (element as unknown as Record<string, unknown>)[property] = value;
  else setAttribute(element, name, value);
}
