/** Attributes that hold an address which is followed or loaded (HTML, section 4 and its index of attributes; SVG 2). */
const ADDRESSES: ReadonlySet<string> = new Set([
  'action',
  'background',
  'cite',
  'data',
  'formaction',
  'href',
  'imagesrcset',
  'longdesc',
  'manifest',
  'ping',
  'poster',
  'src',
  'srcset',
  'xlink:href',
]);

/** Elements of SVG that write an attribute of another, and the attributes that hold what they write. */
const ANIMATING: ReadonlySet<string> = new Set(['animate', 'set']);
const ANIMATED: ReadonlySet<string> = new Set(['from', 'to', 'by', 'values']);

/** True if an attribute's value is an address, or a list of addresses, that could run code. */
export function isAddress(element: string, attribute: string): boolean {
  return ADDRESSES.has(attribute) || (ANIMATING.has(element) && ANIMATED.has(attribute));
}

/** Addresses whose scheme is code. */
const CODE = /^(?:javascript|vbscript):/i;

/**
 * True for an address that runs code when it is followed, or for a list with one. Control characters and spaces before
 * it do not count, nor do tabs and line ends in it (URL, section 4.4).
 */
export function runsCode(value: string): boolean {
  // eslint-disable-next-line no-control-regex
  const plain = value.replace(/[\t\n\r]/g, '');
  return plain.split(/[;,]/).some((address) => {
    // eslint-disable-next-line no-control-regex
    return CODE.test(address.replace(/^[\u0000-\u0020]+/, ''));
  });
}
