import { batch, createComponent, createSignal, ErrorBoundary } from 'solid-js';
import { clearDelegatedEvents, DelegatedEvents, delegateEvents, render } from 'solid-js/web';
import type { Given, Mounting } from './component-view.js';
import { isSeen } from './is-seen.js';

/** Makes what shows a slot. */
export const slot = (name: string | undefined) => (): HTMLSlotElement => {
  const slot = document.createElement('slot');
  if (name) slot.name = name;
  return slot;
};

/** Mounts components of Solid. */
export const mount: Mounting = (Component, { root, wiring, fail }, given) => {
  let handle: object | undefined;
  let heal: (() => void) | undefined;
  const props: Given = wiring.called ? { ref: (next: object) => (handle = next) } : {};
  const setters: Record<string, (given: Given) => void> = {};
  for (const name in given) {
    const [value, setValue] = createSignal(given[name]);
    // A function would be taken for one that works out the next value.
    setters[name] = (given) => setValue(() => given[name]);
    const isSlot = name[0] === '#';
    Object.defineProperty(props, isSlot ? name.slice(1) : name, {
      enumerable: true,
      // Each place where the content of a slot is read gets one of its own.
      get: isSlot ? () => (value() as (() => unknown) | undefined)?.() : value,
    });
  }
  // What this document is not told of is heard at the root, and nowhere else.
  const moved = (): void =>
    isSeen(root) ? clearDelegatedEvents(root as never) : delegateEvents([...DelegatedEvents], root as never);
  moved();
  const unmount = render(
    () =>
      createComponent(ErrorBoundary, {
        fallback: (error: unknown, reset: () => void) => {
          heal = reset;
          return fail(error) as undefined;
        },
        get children() {
          return createComponent(Component, props as never);
        },
      }),
    root,
  );
  return {
    update(given: Given) {
      batch(() => {
        for (const name in setters) setters[name]!(given);
      });
      const reset = heal;
      heal = undefined;
      reset?.();
    },
    handle: () => handle,
    moved,
    unmount,
  };
};
