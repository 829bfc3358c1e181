/** Modules that are compiled with the library's own Svelte. */
declare module 'made:guard.svelte' {
  import type { Component } from 'svelte';
  const Guard: Component<
    { Component: never; values: object; fail: (error: unknown) => void },
    { handle(): object | undefined; again(): void }
  >;
  export default Guard;
}

declare module 'made:signals.svelte.js' {
  /** Values behind signals, one each; `written` hears of what a component writes. */
  export function signals(
    initial: Record<string, unknown>,
    written: (name: string, value: unknown) => void,
  ): { values: object; set: Record<string, (value: unknown) => void> };
}
