import { safeAddress } from './write.js';

/** Namespaces of the attributes that have a prefix in SVG and MathML (HTML, section 13.2.6.1). */
const NAMESPACES: Readonly<Record<string, string>> = {
  xlink: 'http://www.w3.org/1999/xlink',
  xml: 'http://www.w3.org/XML/1998/namespace',
};

/** Writes an attribute with a prefix, such as `xlink:href`; one that would run code is left out. */
export function setLinked(element: Element, name: string, value: unknown): void {
  const [prefix, local] = name.split(':') as [string, string];
  const namespace = NAMESPACES[prefix]!;
  const safe = safeAddress(name, value);
  if (safe === undefined || safe === null || safe === false) element.removeAttributeNS(namespace, local);
  else element.setAttributeNS(namespace, name, safe === true ? '' : String(safe));
}
