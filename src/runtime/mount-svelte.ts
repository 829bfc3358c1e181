import { createRawSnippet, flushSync, mount as mountComponent, unmount } from 'svelte';
import type { Given, GivenSlots, Mounting, Place } from './component-view.js';
// Both are compiled with the library's own Svelte when a package is built.
import Guard from 'made:guard.svelte';
import { signals } from 'made:signals.svelte.js';

const snippets = new Map<string, unknown>();

/** The content of a slot as Svelte takes it. */
function snippet(name: string): unknown {
  let made = snippets.get(name);
  if (!made) {
    const markup = name === 'default' ? '<slot></slot>' : `<slot name="${name}"></slot>`;
    snippets.set(name, (made = createRawSnippet(() => ({ render: () => markup }))));
  }
  return made;
}

let waits = false;

/** What changed is drawn at once, but never while something is mounted: a page's own Svelte would stop for good. */
function flushSoon(): void {
  if (waits) return;
  waits = true;
  queueMicrotask(() => {
    waits = false;
    flushSync();
  });
}

/** A component writes one of its own properties: the element's follows, or an event tells. */
function written({ host, wiring, send }: Place, name: string, value: unknown): void {
  const sent = wiring.writes?.[name];
  const own = wiring.properties?.[name];
  if (sent) send(sent, [value]);
  else if (own?.[0] === '!') host[own.slice(1) as never] = !value as never;
  else if (own) host[own as never] = value as never;
}

/** Mounts components of Svelte. */
export const mount: Mounting = (Component, place, given, slots) => {
  const { root, fail, wiring } = place;
  const { slots: all = {} } = wiring;
  const content = (slots: GivenSlots): Given =>
    Object.fromEntries(
      Object.keys(all).map((name) => [name, slots[name] === undefined ? undefined : snippet(slots[name])]),
    );
  const { values, set } = signals({ ...given, ...content(slots) }, (name, value) =>
    written(place, name, value),
  );
  const instance = mountComponent(Guard, {
    target: root,
    props: { Component, values, fail },
    // Nothing of the page's own context comes in.
    context: new Map(),
  });
  return {
    update(given, slots) {
      const next = { ...given, ...content(slots) };
      for (const name in next) set[name]!(next[name]);
      // What went wrong may be mended by what is given now.
      instance.again();
      flushSoon();
    },
    handle() {
      if (!instance.handle()) flushSync();
      return instance.handle();
    },
    act(work) {
      const result = work();
      flushSync();
      return result;
    },
    unmount: () => void unmount(instance),
  };
};
