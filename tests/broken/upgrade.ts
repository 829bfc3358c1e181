import { Lamp, type Name } from './lamp.js';
import type { LampFaults } from './faults.js';

export const lamps: LampFaults = {
  'lets early values hide the accessors': () =>
    class extends Lamp {
      override takeOver(): void {}
    },
  'throws early values away': () =>
    class extends Lamp {
      override takeOver(): void {
        for (const name of Object.keys(this.values))
          delete (this as unknown as Record<string, unknown>)[name];
      }
    },
  'forgets one of the early values': () =>
    class extends Lamp {
      override takeOver(): void {
        delete (this as unknown as Record<string, unknown>).stops;
        super.takeOver();
      }
    },
  'lets the attribute win over an early property': () =>
    class extends Lamp {
      override takeOver(): void {
        super.takeOver();
        this.early.clear();
      }
    },
  'does not draw early values': () =>
    class extends Lamp {
      override draw(changed?: Name): void {
        if (this.early.size === 0) super.draw(changed);
      }
    },
  'cannot be made: its constructor throws': () =>
    class extends Lamp {
      constructor() {
        super();
        throw new Error('no oil');
      }
    },
  'cannot be made: its constructor adds children': () =>
    class extends Lamp {
      constructor() {
        super();
        this.append('oil');
      }
    },
  'cannot be made: its constructor writes attributes': () =>
    class extends Lamp {
      constructor() {
        super();
        this.title = 'Lamp';
      }
    },
  'empties itself when it is upgraded': () =>
    class extends Lamp {
      override takeOver(): void {
        this.replaceChildren();
        super.takeOver();
      }
    },
  'puts another one in its place when it is upgraded': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        if (this.early.size > 0) this.replaceWith(document.createElement(this.localName));
      }
    },
  'writes an early value to an attribute': () =>
    class extends Lamp {
      override takeOver(): void {
        super.takeOver();
        if (this.early.has('label'))
          queueMicrotask(() => this.setAttribute('label', String(this.values.label)));
      }
    },
};
