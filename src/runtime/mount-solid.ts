import { batch, createComponent, createSignal, ErrorBoundary } from 'solid-js';
import { DelegatedEvents, delegateEvents, render } from 'solid-js/web';
import type { Given, GivenSlots, Mounting } from './component-view.js';

function slotElement(name: string): HTMLSlotElement {
  const slot = document.createElement('slot');
  if (name !== 'default') slot.name = name;
  return slot;
}

/** Mounts components of Solid. */
export const mount: Mounting = (Component, { root, wiring, fail }, given, slots) => {
  const { slots: all, called } = wiring;
  let handle: object | undefined;
  let heal: (() => void) | undefined;
  const props: Given = called ? { ref: (next: object) => (handle = next) } : {};
  const setters: Record<string, (value: unknown) => void> = {};
  const signal = (name: string, initial: unknown, read: (value: unknown) => unknown): void => {
    const [value, setValue] = createSignal(initial);
    // A function would be taken for one that works out the next value.
    setters[name] = (next) => setValue(() => next);
    Object.defineProperty(props, name, { enumerable: true, get: () => read(value()) });
  };
  for (const name in given) signal(name, given[name], (value) => value);
  // Each place where the content is read gets a slot of its own.
  for (const name in all) signal(name, slots[name], (slot) => slot && slotElement(slot as string));
  // What a closed root keeps from the document is heard here.
  if ((root as ShadowRoot).mode === 'closed')
    delegateEvents([...DelegatedEvents], root as unknown as Document);
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
        for (const name in given) setters[name]!(given[name]);
        for (const name in all) setters[name]!(slots[name]);
      });
      const reset = heal;
      heal = undefined;
      reset?.();
    },
    handle: () => handle,
    unmount,
  };
};
