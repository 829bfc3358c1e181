/** Members that lead from any value to code, or to what all values share. */
const UNSAFE =
  /^(?:constructor|prototype|__(?:proto|(?:define|lookup)[GS]etter)__|[gs]etPrototypeOf|defineProperty|defineProperties|getOwnPropertyDescriptors?)$/;

/** True for a member that no view may read. */
export function isUnsafeMember(name: string): boolean {
  return UNSAFE.test(name);
}

/** A key that a view computes, unless it leads where no view may go; then the key of nothing. */
export function memberKey(key: unknown): PropertyKey {
  if (typeof key === 'number' || typeof key === 'symbol') return key;
  const name = String(key);
  if (!isUnsafeMember(name)) return name;
  reportError(new TypeError(`"${name}" cannot be used in a view.`));
  return Symbol(name);
}
