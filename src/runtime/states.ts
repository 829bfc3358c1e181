import type { Inside } from './inside.js';

/** Sets or clears a custom state, which consumers style with `:state(name)` (HTML, section 4.13.7.4). */
export function setState({ internals }: Inside, name: string, on: unknown): void {
  if (on) internals.states.add(name);
  else internals.states.delete(name);
}
