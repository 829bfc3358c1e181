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
