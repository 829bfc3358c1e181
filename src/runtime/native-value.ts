/** The type of a native property; for an enumerated attribute also its keywords, and what the property gives without it and for another text. */
export type NativeType = [
  type: 'string' | 'number' | 'boolean',
  limits?: [keywords: string[], missing: string, invalid: string],
];

/** What a property gives that reflects an attribute of a native element; null is no attribute (HTML, section 2.6.1). */
export function nativeValue(text: string | null, ...[type, limits]: NativeType): string | number | boolean {
  if (type === 'boolean') return text !== null;
  if (limits) {
    const [keywords, missing, invalid] = limits;
    if (text === null) return missing;
    return keywords.find((keyword) => keyword === text.toLowerCase()) ?? invalid;
  }
  return type === 'number' ? Number(text ?? Number.NaN) : (text ?? '');
}
