/** True for data that is the same once it was written as JSON and read again. */
export function travels(value: unknown, depth = 0): boolean {
  if (depth > MOST_LEVELS) return false;
  switch (typeof value) {
    case 'string':
    case 'boolean':
      return true;
    case 'number':
      return Number.isFinite(value) && !Object.is(value, -0);
    case 'object':
      if (value === null) return true;
      if (Array.isArray(value)) return everyItem(value, depth);
      return isPlain(value) && Object.values(value).every((inner) => travels(inner, depth + 1));
    default:
      return false;
  }
}

/** Deeper data is a circle, or nothing that anybody shows. */
const MOST_LEVELS = 200;

/** Holes in a list are nothing that JSON knows. */
function everyItem(list: readonly unknown[], depth: number): boolean {
  for (let index = 0; index < list.length; index++)
    if (!(index in list) || !travels(list[index], depth + 1)) return false;
  return true;
}

function isPlain(value: object): boolean {
  const prototype: unknown = Object.getPrototypeOf(value);
  return (
    (prototype === Object.prototype || prototype === null) &&
    !('toJSON' in value) &&
    Object.getOwnPropertySymbols(value).length === 0 &&
    // `__proto__` as a member of its own would be read as something else by some.
    !Object.hasOwn(value, '__proto__')
  );
}

/** Data as JSON that can stand in a script element: nothing in it ends the element or begins another (HTML, section 4.12.1.3). */
export function embeddedJson(value: unknown): string {
  return JSON.stringify(value).replace(/</g, '\\u003c');
}
