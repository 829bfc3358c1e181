import { safeAddress, setAttribute } from './write.js';

/** Writes a text unless it is there: what a person has selected in it stays. */
export function keepText(node: Text, value: unknown): void {
  const text = String(value);
  if (node.data !== text) node.data = text;
}

/** Writes an attribute unless it is there: nothing is loaded again. */
export function keepAttribute(element: Element, name: string, value: unknown): void {
  const isAbsent = value === undefined || value === null || value === false;
  const text = isAbsent ? null : value === true ? '' : String(value);
  if (element.getAttribute(name) !== text) setAttribute(element, name, value);
}

/** The same for an attribute that holds an address. */
export function keepAddress(element: Element, name: string, value: unknown): void {
  keepAttribute(element, name, safeAddress(name, value));
}
