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

const isElement = (node: Element | Text): node is Element => node instanceof Element;

/** A lamp that assigns to each slot by hand what it chooses among the nodes that are given for it. */
function assigning(choose: (nodes: (Element | Text)[]) => (Element | Text)[]) {
  return () =>
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
        for (const slot of this.inner.querySelectorAll('slot')) {
          const given = [...this.childNodes].filter(
            (node) => node instanceof Text || node instanceof Element,
          );
          slot.assign(...choose(given.filter((node) => (isElement(node) ? node.slot : '') === slot.name)));
        }
      }
    };
}

export const lamps: LampFaults = {
  'has no slot for the note': replacing('<slot name="note">No note</slot>', ''),
  'has no default slot': replacing('<slot></slot>', ''),
  'has another name for the slot': replacing('name="note"', 'name="notes"'),
  'does not draw what is in the slot': replacing('<slot></slot>', '<span hidden><slot></slot></span>'),
  'does not draw the fallback': replacing('No note', '<span hidden>No note</span>'),
  'takes the first node only': assigning((nodes) => nodes.filter(isElement).slice(0, 1)),
  'takes no plain text': assigning((nodes) => nodes.filter(isElement)),
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
