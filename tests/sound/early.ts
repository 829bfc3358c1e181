/** Values that were set on an element before it was defined, taken off it; they win over attributes of their names. */
export function earlyValues(element: HTMLElement, names: readonly string[]): Record<string, unknown> {
  const own = element as unknown as Record<string, unknown>;
  const early: Record<string, unknown> = {};
  for (const name of names) {
    if (!Object.hasOwn(element, name)) continue;
    early[name] = own[name];
    delete own[name];
  }
  return early;
}

/** A number that is at least 0, or 0. */
export function level(value: unknown): number {
  const number = typeof value === 'string' && value.trim() !== '' ? Number(value) : value;
  return typeof number === 'number' && number >= 0 ? number : 0;
}

export const text = (value: unknown): string | undefined =>
  value === undefined || value === null ? undefined : String(value);
export const list = (value: unknown): unknown => (Array.isArray(value) ? value : []);
export const NAMES = ['label', 'level', 'on', 'kinds'];
