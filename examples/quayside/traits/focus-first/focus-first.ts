import type { Inside } from './focus-first.trait.yaml';

/** Where the focus was before each element opened. */
const before = new WeakMap<Inside, HTMLElement>();

const FOCUSABLE = 'button, input, select, textarea, a[href], [tabindex]';

export const changes = {
  async open(element: Inside, now: boolean) {
    if (!now) {
      before.get(element)?.focus();
      before.delete(element);
      return;
    }
    const active = document.activeElement;
    if (active instanceof HTMLElement) before.set(element, active);
    await element.host.settled;
    const first = Object.values(element.parts).find((part) => part?.matches(FOCUSABLE));
    first?.focus();
  },
};
