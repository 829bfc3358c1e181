/** Attributes that hold an address which is followed or loaded (HTML, section 4 and its index of attributes; SVG 2). */
const ADDRESSES: ReadonlySet<string> = new Set([
  'action',
  'cite',
  'data',
  'formaction',
  'href',
  'manifest',
  'poster',
  'src',
  'xlink:href',
]);

/** Elements of SVG that write an attribute of another, and the attributes that hold what they write. */
const ANIMATING: ReadonlySet<string> = new Set(['animate', 'set']);
const ANIMATED: ReadonlySet<string> = new Set(['from', 'to', 'by', 'values']);

/** True if an attribute's value is an address that could run code. */
export function isAddress(element: string, attribute: string): boolean {
  return ADDRESSES.has(attribute) || (ANIMATING.has(element) && ANIMATED.has(attribute));
}

/** True for an address that runs code when it is followed (URL, section 4.4: white space before and in it does not count). */
export function runsCode(address: string): boolean {
  return /^javascript:/i.test(address.replace(/\s/g, ''));
}
