import { Lamp, type Name } from './lamp.js';
import type { LampFaults } from './faults.js';

export const lamps: LampFaults = {
  'never writes the property to its attribute': () =>
    class extends Lamp {
      override reflect(name: Name): void {
        if (name !== 'bright') super.reflect(name);
      }
    },
  'writes the attribute a moment later': () =>
    class extends Lamp {
      override reflect(name: Name): void {
        queueMicrotask(() => super.reflect(name));
      }
    },
  'writes what is not to be reflected': () =>
    class extends Lamp {
      override reflect(name: Name): void {
        super.reflect(name);
        if (name === 'level' && this.isConnected) this.setAttribute('level', String(this.values.level));
      }
    },
  'writes its default': () =>
    class extends Lamp {
      override reflect(name: Name): void {
        super.reflect(name);
        if (name === 'color' && this.isConnected) this.setAttribute('color', this.values.color);
      }
    },
  'writes its default when it comes into the page': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        if (!this.hasAttribute('color')) this.setAttribute('color', 'amber');
      }
    },
  'answers each change of the attribute by writing it again': () =>
    class extends Lamp {
      override read(name: Name, text: string | null): void {
        super.read(name, text);
        if (name === 'color' && this.isConnected && text === this.values.color && !this.answering) {
          this.answering = true;
          this.setAttribute('color', text);
          this.answering = false;
        }
      }

      answering = false;
    },
  'writes the attribute twice': () =>
    class extends Lamp {
      override reflect(name: Name): void {
        super.reflect(name);
        super.reflect(name === 'bright' ? 'level' : name);
      }
    },
  'leaves the attribute when the boolean becomes false': () =>
    class extends Lamp {
      override reflect(name: Name): void {
        if (name !== 'bright' || this.values.bright) super.reflect(name);
      }

      override pressed(): void {
        super.toggleAttribute('bright', false);
      }
    },
  'leaves the attribute when the choice is its default again': () =>
    class extends Lamp {
      override reflect(name: Name): void {
        if (name !== 'color' || this.values.color !== 'amber') super.reflect(name);
      }
    },
  'does not write before it is in the page': () =>
    class extends Lamp {
      override reflect(name: Name): void {
        if (this.isConnected || this.leave) super.reflect(name);
      }
    },
  'does not write after it has left the page': () =>
    class extends Lamp {
      override reflect(name: Name): void {
        if (!this.leave?.signal.aborted) super.reflect(name);
      }
    },
  'writes another attribute as well': () =>
    class extends Lamp {
      override reflect(name: Name): void {
        super.reflect(name);
        if (name === 'color' && !this.hasAttribute('steps')) super.setAttribute('steps', '1');
      }
    },
};
