import { runsCode } from './addresses.js';

/** A value as text for the page: nothing for null and undefined. */
export function text(value: unknown): string {
  return value === undefined || value === null ? '' : String(value);
}

/** Writes an attribute: null, undefined and false remove it, true leaves it empty. */
export function setAttribute(element: Element, name: string, value: unknown): void {
  if (value === undefined || value === null || value === false) element.removeAttribute(name);
  else element.setAttribute(name, value === true ? '' : String(value));
}

/** Class names from a text, a list of these, or a map whose true entries count. */
export function classNames(value: unknown): string {
  if (!value || value === true) return '';
  if (Array.isArray(value)) return value.map(classNames).filter(Boolean).join(' ');
  if (typeof value !== 'object') return String(value);
  return Object.keys(value)
    .filter((name) => value[name as never])
    .join(' ');
}

/** Writes an attribute that holds an address; one that would run code is left out, which the console tells. */
export function setAddress(element: Element, name: string, value: unknown): void {
  setAttribute(element, name, safeAddress(name, value));
}

/** An address, or nothing in place of one that would run code. */
export function safeAddress(name: string, value: unknown): unknown {
  if (!runsCode(String(value))) return value;
  reportError(new TypeError(`A javascript: address was kept out of "${name}".`));
  return null;
}

/** Writes inline style: a text, or a map of CSS property names to values, of which nothing and false count as unset. */
export function writeStyle(element: HTMLElement | SVGElement, value: unknown): void {
  const { style } = element;
  if (typeof value !== 'object' || value === null) {
    style.cssText = text(value);
    return;
  }
  style.cssText = '';
  for (const [name, set] of Object.entries(value)) {
    if (set !== undefined && set !== null && set !== false) style.setProperty(name, String(set));
  }
}
