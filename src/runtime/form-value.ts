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

/** Takes over an element's own judgment of its value. */
export function setValidity({ internals, parts }: Inside, judged: Validity): void {
  if (!judged) {
    internals.setValidity({});
    return;
  }
  const { message, at, ...flags } =
    typeof judged === 'string' ? { message: judged, at: undefined, customError: true } : judged;
  const anchor =
    at ?? (Object.values(parts).find((part) => part instanceof HTMLElement) as HTMLElement | undefined);
  internals.setValidity(Object.keys(flags).length > 0 ? flags : { customError: true }, message, anchor);
}
