import { createElement, type ReactNode } from 'react';
import { flushSync } from 'react-dom';
import { createRoot, type Root } from 'react-dom/client';
import type { Given, GivenSlots, Mounting } from './component-view.js';
import { quietly } from './quiet-listeners.js';

/** One object for each slot's name, so that React sees that nothing changed. */
const slotNodes = new Map<string, ReactNode>();

function slotNode(name: string): ReactNode {
  let node = slotNodes.get(name);
  if (!node) slotNodes.set(name, (node = createElement('slot', name === 'default' ? null : { name })));
  return node;
}

/** What is to be drawn, in one go: React cannot be asked for it in the middle of a page's own React. */
const waiting = new Set<() => void>();

function drawWaiting(): void {
  const all = [...waiting];
  waiting.clear();
  if (all.length > 0) flushSync(() => all.forEach((draw) => draw()));
}

/** Mounts components of React. */
export const mount: Mounting = (Component, { root, wiring, fail }, given, slots) => {
  let handle: object | null = null;
  const ref = (next: object | null): void => {
    handle = next;
  };
  let container!: Root;
  const listeners = quietly(root, () => {
    // What an error boundary of the component catches is the component's own affair.
    container = createRoot(root, { onUncaughtError: fail } as Parameters<typeof createRoot>[1]);
  });
  let props: Given;
  const draw = (): void => container.render(createElement(Component, props));
  const update = (given: Given, slots: GivenSlots): void => {
    props = wiring.called ? { ...given, ref } : given;
    for (const name in slots) props[name] = slotNode(slots[name]!);
    waiting.delete(draw);
    // What is typed must be there before React looks at its control again, at the end of the event.
    if (listeners.busy) return draw();
    if (waiting.size === 0) queueMicrotask(drawWaiting);
    waiting.add(draw);
  };
  update(given, slots);
  return {
    update,
    get busy() {
      return listeners.busy > 0;
    },
    handle(needed) {
      // In the middle of a page's own React nothing can be drawn; then the first drawing is not far.
      if (waiting.has(draw) && (needed || handle)) drawWaiting();
      return handle;
    },
    act: flushSync,
    moved: listeners.moved,
    unmount() {
      waiting.delete(draw);
      container.unmount();
    },
  };
};
