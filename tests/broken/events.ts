import { Lamp, type Name } from './lamp.js';
import type { LampFaults } from './faults.js';

/** A lamp that says it is switched in another way. */
function saying(say: (detail: unknown, lamp: Lamp) => Event) {
  return () =>
    class extends Lamp {
      override say(detail: unknown): boolean {
        return this.dispatchEvent(say(detail, this));
      }
    };
}

const usual = { bubbles: true, composed: true, cancelable: true };

export const lamps: LampFaults = {
  'sends another detail': () =>
    class extends Lamp {
      override say(): boolean {
        return super.say({ name: this.values.label });
      }
    },
  'sends a detail of another type': () =>
    class extends Lamp {
      override say(): boolean {
        return super.say(this.values.label);
      }
    },
  'sends no detail': saying(() => new CustomEvent('lamp-switch', usual)),
  'sends the label of before': () =>
    class extends Lamp {
      override say(): boolean {
        return super.say({ label: '' });
      }
    },
  'does not leave a shadow root': saying(
    (detail) => new CustomEvent('lamp-switch', { detail, bubbles: true, cancelable: true }),
  ),
  'does not bubble': saying(
    (detail) => new CustomEvent('lamp-switch', { detail, composed: true, cancelable: true }),
  ),
  'cannot be canceled': saying(
    (detail) => new CustomEvent('lamp-switch', { detail, bubbles: true, composed: true }),
  ),
  'is sent twice': () =>
    class extends Lamp {
      override say(detail: unknown): boolean {
        super.say(detail);
        return super.say(detail);
      }
    },
  'is no CustomEvent': saying((detail) => Object.assign(new Event('lamp-switch', usual), { detail })),
  'has another name': saying((detail) => new CustomEvent('lamp-switched', { ...usual, detail })),
  'has capitals in its name': saying((detail) => new CustomEvent('lampSwitch', { ...usual, detail })),
  'goes on when it is canceled': () =>
    class extends Lamp {
      override say(detail: unknown): boolean {
        super.say(detail);
        return true;
      }
    },
  'is sent when a consumer sets a property': () =>
    class extends Lamp {
      override store(name: Name, value: unknown): void {
        super.store(name, value);
        if (name === 'level' && this.isConnected && !this.dimming) this.say({ label: '' });
      }

      dimming = false;

      override async dim(level: number): Promise<number> {
        this.dimming = true;
        const reached = await super.dim(level);
        this.dimming = false;
        return reached;
      }
    },
  'is sent at the shadow root': () =>
    class extends Lamp {
      override say(detail: unknown): boolean {
        return this.inner.dispatchEvent(
          new CustomEvent('lamp-switch', { detail, bubbles: true, cancelable: true }),
        );
      }
    },
  'is sent from the window': () =>
    class extends Lamp {
      override say(detail: unknown): boolean {
        return window.dispatchEvent(new CustomEvent('lamp-switch', { ...usual, detail }));
      }
    },
  'is sent when it comes into the page': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        this.say({ label: this.values.label ?? '' });
      }
    },
};
