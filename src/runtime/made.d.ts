/** Is compiled with the library's own Svelte. */
declare module 'made:guard.svelte' {
  import type { Component } from 'svelte';
  /** Stands around a component; `caught` hears what goes wrong inside, with what lets it try again. */
  const Guard: Component<{
    Shown: (inner: never) => object;
    caught: (error: unknown, reset: () => void) => void;
  }>;
  export default Guard;
  /** Values behind signals, one each; `written` hears of what a component writes. */
  export function signals(
    initial: Record<string, unknown>,
    written: (name: string, value: unknown) => void,
  ): { values: object; set: Record<string, (value: unknown) => void> };
}
