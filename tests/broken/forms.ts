import { Entry } from './entry.js';
import { Lamp } from './lamp.js';
import type { EntryFaults, LampFaults } from './faults.js';

export const lamps: LampFaults = {
  'leaves the control usable in a disabled fieldset': () =>
    class extends Lamp {
      override formDisabledCallback(): void {}
    },
  'leaves the control off when the fieldset is on again': () =>
    class extends Lamp {
      override formDisabledCallback(disabled: boolean): void {
        if (disabled) super.formDisabledCallback(disabled);
      }
    },
  'keeps its value when the form is reset': () =>
    class extends Lamp {
      override formResetCallback(): void {}
    },
  'is empty when the form is reset, whatever the attribute says': () =>
    class extends Lamp {
      override formResetCallback(): void {
        this.put('label', undefined);
      }
    },
  'never tells the form its value': () =>
    class extends Lamp {
      override tellForm(): void {}
    },
  'tells the form another value': () =>
    class extends Lamp {
      override tellForm(): void {
        this.internals.setFormValue(this.values.label === undefined ? null : `${this.values.label}.`);
      }
    },
  'does not restore': () =>
    class extends Lamp {
      override formStateRestoreCallback(): void {}
    },
  'belongs to no form': () =>
    class extends Lamp {
      override get form(): HTMLFormElement | null {
        return null;
      }
    },
  'has no labels': () =>
    class extends Lamp {
      override get labels(): NodeList {
        return document.querySelectorAll('no-label');
      }
    },
  'is left out of the form once its fieldset was off': () =>
    class extends Lamp {
      override formDisabledCallback(disabled: boolean): void {
        super.formDisabledCallback(disabled);
        if (!disabled) this.internals.setFormValue(null);
      }
    },
};

export const entries: EntryFaults = {
  'does not tell the form what is typed': () =>
    class extends Entry {
      override typed(): void {
        this.current = this.control.value;
        this.dispatchEvent(
          new CustomEvent('entry-change', {
            detail: { value: this.current },
            bubbles: true,
            composed: true,
          }),
        );
      }
    },
  'leaves what was typed when the form is reset': () =>
    class extends Entry {
      override formResetCallback(): void {
        this.current = this.getAttribute('value') ?? '';
        this.tell();
      }
    },
  'is always valid': () =>
    class extends Entry {
      override tell(): void {
        this.internals.setFormValue(this.current);
      }
    },
  'says no word about what is wrong': () =>
    class extends Entry {
      override get validationMessage(): string {
        return '';
      }
    },
  'is never valid again': () =>
    class extends Entry {
      override tell(): void {
        this.internals.setFormValue(this.current);
        if (this.demanded && this.current === '')
          this.internals.setValidity({ valueMissing: true }, 'Write something.', this.control);
      }
    },
  'can be used again though it is disabled by itself': () =>
    class extends Entry {
      override attributeChangedCallback(name: string, before: string | null, text: string | null): void {
        super.attributeChangedCallback(name, before, text);
        if (name === 'disabled' && text !== null) queueMicrotask(() => (this.control.disabled = false));
      }
    },
};
