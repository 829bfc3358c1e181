/** A text as a JavaScript string literal in single quotes, safe inside a script element too. */
export function quoted(text: string): string {
  const inner = JSON.stringify(text).slice(1, -1).replace(/\\"/g, '"').replace(/'/g, "\\'");
  return `'${inner
    .replace(/</g, '\\x3C')
    .replace(/\u2028/g, '\\u2028')
    .replace(/\u2029/g, '\\u2029')}'`;
}

/** A JSON value as a JavaScript literal, as a person would write it on one line. */
export function literal(value: unknown): string {
  if (typeof value === 'string') return quoted(value);
  if (Array.isArray(value)) return `[${value.map(literal).join(', ')}]`;
  if (typeof value === 'object' && value !== null) {
    const entries = Object.entries(value).map(([key, inner]) => `${propertyKey(key)}: ${literal(inner)}`);
    return entries.length > 0 ? `{ ${entries.join(', ')} }` : '{}';
  }
  return value === undefined ? 'undefined' : String(value);
}

/** A key of an object literal, quoted where it must be. */
export function propertyKey(key: string): string {
  if (key === '__proto__') return "['__proto__']";
  return /^[A-Za-z_$][\w$]*$/.test(key) ? key : quoted(key);
}

/** A text as a template literal. */
export function templateLiteral(text: string): string {
  return `\`${text.replace(/[\\`]|\$(?=\{)/g, '\\$&')}\``;
}
