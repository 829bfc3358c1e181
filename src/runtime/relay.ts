import type { Inside } from './inside.js';

/** Events that the host has heard before its control, and that go no further. */
export const alreadyHeard = new WeakSet<Event>();

/** Dispatches an inner event from the host, of the same kind and with the same members; canceling one cancels the other. */
export function relay({ host }: Inside, event: Event): void {
  // What crosses shadow roots by itself arrives without help.
  if (event.composed || alreadyHeard.has(event)) return;
  const Kind = event.constructor as new (type: string, init: Event) => Event;
  if (!host.dispatchEvent(new Kind(event.type, event))) event.preventDefault();
}
