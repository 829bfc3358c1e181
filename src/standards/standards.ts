import data from './data.json' with { type: 'json' };
import type { Enumerated } from './keywords.js';

/** An attribute of a native element, and the property that reflects it. */
export interface NativeAttribute {
  property: string;
  type: 'string' | 'number' | 'boolean';
  /** What it is limited to, if it is enumerated. */
  enumerated?: Enumerated | undefined;
}

const members: Record<string, string> = data.members;
const elements: Record<string, { interface: string; attributes: Record<string, NativeAttribute> }> =
  data.elements as never;
const globalAttributes = new Set(data.globalAttributes);
const events = new Set(data.events);

/** The interface that gives every HTML element a member of this name, or undefined. */
export function standardMember(name: string): string | undefined {
  return Object.hasOwn(members, name) ? members[name] : undefined;
}

/** True for an attribute that means something on every element (HTML, section 3.2.6; ARIA; `data-*`). */
export function isGlobalAttribute(name: string): boolean {
  return globalAttributes.has(name) || /^(aria|data)-/.test(name);
}

/** True for an event that browsers dispatch by themselves. */
export function isNativeEvent(name: string): boolean {
  return events.has(name);
}

/** True for an element of HTML. */
export function isNativeElement(tag: string): boolean {
  return Object.hasOwn(elements, tag);
}

/** The attributes of a native element that are not global, by name. */
export function nativeAttributes(tag: string): Record<string, NativeAttribute> {
  return isNativeElement(tag) ? elements[tag]!.attributes : {};
}

/** All elements of HTML. */
export function nativeElements(): string[] {
  return Object.keys(elements);
}
