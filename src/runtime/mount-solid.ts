import { batch, createComponent, createSignal, ErrorBoundary } from 'solid-js';
import { clearDelegatedEvents, DelegatedEvents, delegateEvents, render } from 'solid-js/web';
import type { Given, GivenSlots, Mounting } from './component-view.js';
import { isSeen } from './is-seen.js';

function slotElement(name: string): HTMLSlotElement {
  const slot = document.createElement('slot');
  if (name !== 'default') slot.name = name;
  return slot;
}

/** Mounts components of Solid. */
export const mount: Mounting = (Component, { root, wiring, fail }, given, slots) => {
  const { slots: all = {}, called } = wiring;
  let handle: object | undefined;
  let heal: (() => void) | undefined;
  const props: Given = called ? { ref: (next: object) => (handle = next) } : {};
  const setters: Record<string, (given: Given, slots: GivenSlots) => void> = {};
  for (const name in { ...given, ...all }) {
    const isSlot = name in all;
    const [value, setValue] = createSignal((isSlot ? slots : given)[name]);
    // A function would be taken for one that works out the next value.
    setters[name] = (given, slots) => setValue(() => (isSlot ? slots : given)[name]);
    // Each place where the content is read gets a slot of its own.
    const get = (): unknown => (isSlot && value() ? slotElement(value() as string) : value());
    Object.defineProperty(props, name, { enumerable: true, get });
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
    update(given: Given, slots: GivenSlots) {
      batch(() => {
        for (const name in setters) setters[name]!(given, slots);
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
