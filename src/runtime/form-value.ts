import type { Inside, InsideClass } from './inside.js';
import type { ViewElement } from './view-element.js';

/** A value as a form takes it: texts, files and form data as they are, true as `on`, nothing and false as no entry. */
export function setFormValue({ internals }: Inside, value: unknown): void {
  if (value === undefined || value === null || value === false) internals.setFormValue(null);
  else if (value instanceof File || value instanceof FormData) internals.setFormValue(value);
  else internals.setFormValue(value === true ? 'on' : String(value));
}

/** The class of an inside with a state of which a form gets one value, as soon as it changes. */
export function submitState(Made: InsideClass, name: string): InsideClass {
  return class extends Made {
    constructor(host: ViewElement) {
      super(host);
      const { state } = this;
      const { get, set } = Object.getOwnPropertyDescriptor(Object.getPrototypeOf(state), name)!;
      Object.defineProperty(state, name, {
        get: get!,
        set: (value: unknown) => {
          set!.call(state, value);
          setFormValue(this, get!.call(state));
        },
      });
    }
  };
}

/** What an element says of its value: nothing is wrong, or a message, or a message for some of the standard flags. */
export type Validity =
  | string
  | null
  | undefined
  | false
  | (ValidityStateFlags & { message: string; at?: HTMLElement | undefined });

/** What a form's elements point at while they are not valid, by the element; nothing that is not valid is without an entry. */
const anchors = new WeakMap<ViewElement, HTMLElement | undefined>();

/** A form tells the element that it is not valid: what it points at is told, too, and can keep the browser's message away. */
function passOnInvalid(event: Event): void {
  const anchor = anchors.get(event.target as ViewElement);
  if (anchor && !anchor.dispatchEvent(new Event('invalid', { cancelable: true }))) event.preventDefault();
}

/** Lets an element judge its value, and takes that over. */
export function setValidity(inside: Inside, judge: (inside: never) => Validity): void {
  const { host, internals, parts } = inside;
  const judged = judge(inside as never);
  if (!judged) {
    internals.setValidity({});
    return;
  }
  const { message, at, ...flags } =
    typeof judged === 'string' ? { message: judged, at: undefined, customError: true } : judged;
  const anchor =
    at ?? (Object.values(parts).find((part) => part instanceof HTMLElement) as HTMLElement | undefined);
  const isFirst = !anchors.has(host);
  if (isFirst) host.addEventListener('invalid', passOnInvalid);
  anchors.set(host, anchor);
  internals.setValidity(Object.keys(flags).length > 0 ? flags : { customError: true }, message, anchor);
  // What the first drawing judges has no parts yet to point at.
  if (isFirst && !anchor) queueMicrotask(() => setValidity(inside, judge));
}
