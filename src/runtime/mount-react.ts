import { createElement, type ReactNode } from 'react';
import { flushSync } from 'react-dom';
import { createRoot, type Root } from 'react-dom/client';
import type { Given, Mounting } from './component-view.js';
import { busy, quietly } from './quiet-listeners.js';

/** What shows a slot. */
export const slot = (name: string | undefined): ReactNode => createElement('slot', { name });

/** What is to be drawn, in one go: React cannot be asked for it in the middle of a page's own React. */
const waiting = new Map<Root, ReactNode>();

function drawWaiting(): void {
  flushSync(() => {
    waiting.forEach((node, container) => container.render(node));
    waiting.clear();
  });
}

/** Mounts components of React. */
export const mount: Mounting = (Component, { root, wiring, fail }, given) => {
  let handle: object | null = null;
  const ref = (next: object | null): void => {
    handle = next;
  };
  const moved = quietly(root);
  // What an error boundary of the component catches is the component's own affair.
  const container = createRoot(root, { onUncaughtError: fail } as Parameters<typeof createRoot>[1]);
  // Whoever else listens to the root does so as everywhere.
  delete (root as Partial<typeof root>).addEventListener;
  moved();
  const update = (given: Given): void => {
    const node = createElement(Component, wiring.called ? { ...given, ref } : given);
    waiting.delete(container);
    // What is typed must be there before React looks at its control again, at the end of the event.
    if (busy) return container.render(node);
    if (!waiting.size) queueMicrotask(drawWaiting);
    waiting.set(container, node);
  };
  update(given);
  return {
    update,
    get busy() {
      return busy;
    },
    handle(needed) {
      // In the middle of a page's own React nothing can be drawn; then the first drawing is not far.
      if (waiting.has(container) && (needed || handle)) drawWaiting();
      return handle;
    },
    act: flushSync,
    moved,
    unmount() {
      waiting.delete(container);
      container.unmount();
    },
  };
};
