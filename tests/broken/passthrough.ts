import { ARIA, Lamp } from './lamp.js';
import { Entry } from './entry.js';
import type { EntryFaults, LampFaults } from './faults.js';

/** A lamp that does not pass one attribute on. */
function without(name: string) {
  return () =>
    class extends Lamp {
      override pass(given: string, text: string | null): void {
        if (given !== name) super.pass(given, text);
      }
    };
}

export const lamps: LampFaults = {
  'does not pass the name': without('name'),
  'does not pass the value': without('value'),
  'does not pass the type': without('type'),
  'does not pass formmethod': without('formmethod'),
  'does not pass aria-label': without('aria-label'),
  'does not pass aria-expanded': without('aria-expanded'),
  'passes attributes once and never again': () =>
    class extends Lamp {
      override give(name: string, text: string | null): void {
        if (name !== 'name' || !this.control.hasAttribute(name) || text === null) super.give(name, text);
      }
    },
  'keeps an attribute that was removed': () =>
    class extends Lamp {
      override give(name: string, text: string | null): void {
        if (text !== null || name !== 'value') super.give(name, text);
      }
    },
  'leaves what describes the control on the element as well': () =>
    class extends Lamp {
      override pass(name: string, text: string | null): void {
        this.give(name, text);
      }
    },
  'does not answer for what moved: getAttribute': () =>
    class extends Lamp {
      override getAttribute(name: string): string | null {
        return Element.prototype.getAttribute.call(this, name);
      }
    },
  'does not answer for what moved: hasAttribute': () =>
    class extends Lamp {
      override hasAttribute(name: string): boolean {
        return Element.prototype.hasAttribute.call(this, name);
      }
    },
  'does not take back what moved': () =>
    class extends Lamp {
      override removeAttribute(name: string): void {
        if (!ARIA.includes(name)) super.removeAttribute(name);
      }
    },
  'passes what is to stay': () =>
    class extends Lamp {
      static override observedAttributes = [...Lamp.observedAttributes, 'formtarget'];

      override attributeChangedCallback(name: string, before: string | null, text: string | null): void {
        if (name === 'formtarget') this.give(name, text);
        else super.attributeChangedCallback(name, before, text);
      }
    },
  'passes the class': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        for (const name of this.classList) this.control.classList.add(name);
      }
    },
  'passes the style': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        this.control.style.cssText = this.style.cssText;
      }
    },
  'passes the id': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        if (this.id) this.control.id = this.id;
      }
    },
  'keeps the focus on the element': () =>
    class extends Lamp {
      override focus(): void {}
    },
  'hears a click on the control twice': () =>
    class extends Lamp {
      override addListeners(): void {
        super.addListeners();
        this.control.addEventListener('click', () => this.dispatchEvent(new Event('click')));
      }

      override forward(event: Event): void {
        if (event.isTrusted || event instanceof PointerEvent) super.forward(event);
      }
    },
  'does not pass a click on to the control': () =>
    class extends Lamp {
      override forward(): void {}
    },
};

export const entries: EntryFaults = {
  'does not send change again': () =>
    class extends Entry {
      override relayed(): string[] {
        return ['select', 'invalid', 'cancel'];
      }
    },
  'sends select twice': () =>
    class extends Entry {
      override relayed(): string[] {
        return [...super.relayed(), 'select'];
      }
    },
  'does not pass the placeholder': () =>
    class extends Entry {
      override pass(name: string, text: string | null): void {
        if (name !== 'placeholder') super.pass(name, text);
      }
    },
  'does not pass the pattern': () =>
    class extends Entry {
      override pass(name: string, text: string | null): void {
        if (name !== 'pattern') super.pass(name, text);
      }
    },
};
