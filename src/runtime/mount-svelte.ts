import { createRawSnippet, flushSync, mount as mountComponent, unmount } from 'svelte';
import type { Mounting } from './component-view.js';
// Is compiled with the library's own Svelte when a package is built.
import Guard, { signals } from 'made:guard.svelte';

/** A component as Svelte calls it. */
type ComponentFunction = (inner: never, properties: object) => object;

/** What shows a slot. */
export const slot = (name = ''): unknown =>
  createRawSnippet(() => ({ render: () => (name ? `<slot name="${name}"></slot>` : '<slot></slot>') }));

/** Mounts components of Svelte. */
export const mount: Mounting = (Component, { root, host, wiring, send, fail }, given) => {
  const { values, set } = signals(given, (name, value) => {
    const write = wiring.writes?.[name];
    if (write) write(host as never, value, send);
    else host[name as never] = value as never;
  });
  let handle: object | undefined;
  let heal: (() => void) | undefined;
  const instance = mountComponent(Guard, {
    target: root,
    props: {
      Shown: (inner: never) => (handle = (Component as ComponentFunction)(inner, values)),
      caught(error: unknown, reset: () => void) {
        heal = reset;
        handle = undefined;
        fail(error);
      },
    },
    // Nothing of the page's own context comes in.
    context: new Map(),
  });
  return {
    update(given) {
      for (const name in given) set[name]!(given[name]);
      // What went wrong may be mended by what is given now.
      const reset = heal;
      heal = undefined;
      reset?.();
      // What changed is drawn at once, but never while something is mounted: a page's own Svelte would stop for good.
      queueMicrotask(flushSync);
    },
    handle() {
      // What its methods work with comes with its effects.
      flushSync();
      return handle;
    },
    act: flushSync,
    unmount: () => void unmount(instance),
  };
};
