import { nativeValue, type NativeType } from './native-value.js';
import { getLive, setLive } from './passing-element.js';
import type { ViewElement } from './view-element.js';

/** The property that reflects an attribute of a native element, and of what type it is. */
export type NativeMember = [property: string, ...NativeType];

/** Gives a class the properties of a native element: each reflects an attribute, which the control inside gets. */
export function nativeMembers(
  { prototype }: { prototype: ViewElement },
  members: Readonly<Record<string, NativeMember>>,
): void {
  for (const attribute in members) {
    const [property, type, limits] = members[attribute]!;
    if (Object.hasOwn(prototype, property)) continue;
    Object.defineProperty(prototype, property, {
      configurable: true,
      enumerable: true,
      get(this: ViewElement) {
        return nativeValue(this.getAttribute(attribute), type, limits);
      },
      set(this: ViewElement, value: unknown) {
        if (type === 'boolean') this.toggleAttribute(attribute, Boolean(value));
        else if (value === undefined || value === null) this.removeAttribute(attribute);
        else this.setAttribute(attribute, String(value));
      },
    });
  }
}

/** Properties that the control itself holds, such as what was typed: read from it and written to it. */
export function liveMembers(
  { prototype }: { prototype: ViewElement },
  native: string,
  names: readonly string[],
): void {
  let fresh: Element | undefined;
  /** What a new control has: there is none before the first drawing, and frameworks set nothing where they have no value. */
  const first = (name: string): unknown => (fresh ??= document.createElement(native))[name as never];
  for (const name of names) {
    if (Object.hasOwn(prototype, name)) continue;
    Object.defineProperty(prototype, name, {
      configurable: true,
      enumerable: true,
      get(this: ViewElement) {
        return getLive(this, name) ?? first(name);
      },
      set(this: ViewElement, value: unknown) {
        setLive(this, name, value ?? first(name));
      },
    });
  }
}
