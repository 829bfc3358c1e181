import type { Inside } from './busy-lock.trait.yaml';

/** What a person does to an element that is not to be used now. */
const ACTS = ['click', 'keydown', 'beforeinput'] as const;

export const states = {
  busy: (element: Inside) => element.busy,
};

/** Keeps every act away from what is inside, before it arrives there. */
export function connected(element: Inside) {
  for (const act of ACTS) {
    element.listen(
      element.host,
      act,
      (event: Event) => {
        if (!element.busy || (event instanceof KeyboardEvent && event.key === 'Tab')) return;
        event.stopImmediatePropagation();
        event.preventDefault();
      },
      { capture: true },
    );
  }
}
