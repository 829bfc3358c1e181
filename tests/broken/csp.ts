import { Lamp } from './lamp.js';
import type { LampFaults } from './faults.js';

export const lamps: LampFaults = {
  'makes code from text': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        try {
          // eslint-disable-next-line @typescript-eslint/no-implied-eval
          new Function('return 1')();
        } catch {
          // A page that forbids it gets no error, and the element goes on without.
        }
      }
    },
  'makes code from text when a method is called': () =>
    class extends Lamp {
      override flash(): boolean {
        try {
          (0, eval)('1');
        } catch {
          // As above.
        }
        return super.flash();
      }
    },
  'has style in markup': () =>
    class extends Lamp {
      override addStyle(): void {
        super.addStyle();
        const style = document.createElement('style');
        style.textContent = ':host { margin: 0 }';
        this.inner.append(style);
        queueMicrotask(() => this.inner.append(style));
      }
    },
  'has a style attribute in markup': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        this.output.setAttribute('style', 'margin: 0');
        this.output.removeAttribute('style');
      }
    },
  'makes markup from text': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        try {
          document.createElement('div').innerHTML = '<b>lamp</b>';
        } catch {
          // The violation is reported all the same.
        }
      }
    },
  'has a handler in markup': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        try {
          this.output.setAttribute('onclick', 'void 0');
          this.output.removeAttribute('onclick');
        } catch {
          // Trusted Types refuse it before the policy does.
        }
      }
    },
};
