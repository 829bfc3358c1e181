import { Lamp, type Name } from './lamp.js';
import type { LampFaults } from './faults.js';

export const lamps: LampFaults = {
  'does not show the label': () =>
    class extends Lamp {
      override draw(changed?: Name): void {
        super.draw(changed);
        if (changed !== 'label' || this.values.label !== 'South mole') this.control.textContent = '';
      }
    },
  'hides the output': () =>
    class extends Lamp {
      override draw(changed?: Name): void {
        super.draw(changed);
        (this.output as HTMLElement).style.visibility = 'hidden';
      }
    },
  'makes the output transparent': () =>
    class extends Lamp {
      override draw(changed?: Name): void {
        super.draw(changed);
        (this.output as HTMLElement).style.opacity = '0';
      }
    },
  'cuts the output off': () =>
    class extends Lamp {
      override draw(changed?: Name): void {
        super.draw(changed);
        Object.assign((this.output as HTMLElement).style, {
          display: 'block',
          height: '0',
          overflow: 'hidden',
        });
      }
    },
  'is not bright after a click': () =>
    class extends Lamp {
      override turn(): void {
        this.say({ label: this.values.label ?? '' });
      }
    },
  'does not hear the key': () =>
    class extends Lamp {
      override pressed(): void {}
    },
  'cannot be clicked: something lies over it': () =>
    class extends Lamp {
      override addListeners(): void {
        super.addListeners();
        const over = document.createElement('div');
        Object.assign(over.style, { position: 'absolute', inset: '0' });
        this.inner.append(over);
      }

      override addStyle(): void {
        super.addStyle();
        const sheet = new CSSStyleSheet();
        sheet.replaceSync(':host { position: relative }');
        this.inner.adoptedStyleSheets.push(sheet);
      }
    },
  'freezes the consumer’s list when it is clicked': () =>
    class extends Lamp {
      override turn(): void {
        Object.freeze(this.values.stops);
        super.turn();
      }
    },
};
