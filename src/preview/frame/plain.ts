/** A value as plain data that a message can carry: what is none is named. */
export function plain(value: unknown, depth = 0, seen: ReadonlySet<unknown> = new Set()): unknown {
  switch (typeof value) {
    case 'function':
      return `ƒ ${value.name}`;
    case 'symbol':
    case 'bigint':
      return String(value);
    case 'object':
      break;
    default:
      return value;
  }
  if (value === null) return null;
  if (value instanceof Node) return value instanceof Element ? `<${value.localName}>` : value.nodeName;
  if (value instanceof Date) return Number.isNaN(value.getTime()) ? 'an invalid date' : value.toISOString();
  if (value instanceof Error) return value.message;
  if (seen.has(value)) return 'itself';
  if (depth > 6) return '…';
  const inside = new Set([...seen, value]);
  if (Array.isArray(value)) return value.slice(0, 200).map((one) => plain(one, depth + 1, inside));
  return Object.fromEntries(
    Object.entries(value)
      .slice(0, 200)
      .map(([name, one]) => [name, plain(one, depth + 1, inside)]),
  );
}
