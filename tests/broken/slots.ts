import { Lamp } from './lamp.js';
import type { LampFaults } from './faults.js';

/** A lamp with other markup in place of some of its own. */
function replacing(from: string, to: string) {
  return () =>
    class extends Lamp {
      override markup(): string {
        return super.markup().replace(from, to);
      }
    };
}

export const lamps: LampFaults = {
  'has no slot for the note': replacing('<slot name="note">No note</slot>', ''),
  'has no default slot': replacing('<slot></slot>', ''),
  'has another name for the slot': replacing('name="note"', 'name="notes"'),
  'does not draw what is in the slot': replacing('<slot></slot>', '<span hidden><slot></slot></span>'),
  'does not draw the fallback': replacing('No note', '<span hidden>No note</span>'),
  'takes the first node only': () =>
    class extends Lamp {
      override attachRoot(): ShadowRoot {
        return this.attachShadow({ mode: 'open', delegatesFocus: true, slotAssignment: 'manual' });
      }

      override addListeners(): void {
        super.addListeners();
        new MutationObserver(() => this.assign()).observe(this, {
          childList: true,
          attributeFilter: ['slot'],
          subtree: true,
        });
        queueMicrotask(() => this.assign());
      }

      assign(): void {
        const [one, note] = [...this.inner.querySelectorAll('slot')];
        const given = (name: string) => [...this.children].filter((child) => child.slot === name);
        one!.assign(...given('').slice(0, 1));
        note!.assign(...given('note').slice(0, 1));
      }
    },
  'takes no plain text': () =>
    class extends Lamp {
      override attachRoot(): ShadowRoot {
        return this.attachShadow({ mode: 'open', delegatesFocus: true, slotAssignment: 'manual' });
      }

      override addListeners(): void {
        super.addListeners();
        new MutationObserver(() => this.assign()).observe(this, {
          childList: true,
          attributeFilter: ['slot'],
          subtree: true,
        });
        queueMicrotask(() => this.assign());
      }

      assign(): void {
        const [one, note] = [...this.inner.querySelectorAll('slot')];
        one!.assign(...[...this.children].filter((child) => child.slot === ''));
        note!.assign(...[...this.children].filter((child) => child.slot === 'note'));
      }
    },
  'takes only what is there at first': () =>
    class extends Lamp {
      override attachRoot(): ShadowRoot {
        return this.attachShadow({ mode: 'open', delegatesFocus: true, slotAssignment: 'manual' });
      }

      override connectedCallback(): void {
        super.connectedCallback();
        queueMicrotask(() => {
          const [one, note] = [...this.inner.querySelectorAll('slot')];
          const nodes = [...this.childNodes].filter(
            (node) => node instanceof Text || node instanceof Element,
          );
          one!.assign(...nodes.filter((node) => node instanceof Text || node.slot === ''));
          note!.assign(...nodes.filter((node) => node instanceof Element && node.slot === 'note'));
        });
      }
    },
  'hides the slot when it was empty at first': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        queueMicrotask(() => {
          const slot = this.inner.querySelector('slot')!;
          slot.hidden = slot.assignedNodes().length === 0;
        });
      }
    },
  'has two slots of one name': replacing('<slot></slot>', '<span hidden><slot></slot></span><slot></slot>'),
  'takes the content away': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        queueMicrotask(() => this.querySelectorAll('[slot=note]').forEach((node) => node.remove()));
      }
    },
};
