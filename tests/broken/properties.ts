import { Lamp, type Name } from './lamp.js';
import type { LampFaults } from './faults.js';

export const lamps: LampFaults = {
  'copies the list that it is given': () =>
    class extends Lamp {
      override store(name: Name, value: unknown): void {
        super.store(name, Array.isArray(value) ? [...(value as string[])] : value);
      }
    },
  'takes the list once and never again': () =>
    class extends Lamp {
      override store(name: Name, value: unknown): void {
        if (name !== 'stops' || this.values.stops.length === 0) super.store(name, value);
      }
    },
  'keeps what is shown when the label changes': () =>
    class extends Lamp {
      override draw(changed?: Name): void {
        if (changed !== 'label' || this.control.textContent === '') super.draw(changed);
        else this.tellForm();
      }
    },
  'keeps its value when it is given undefined': () =>
    class extends Lamp {
      override put(name: Name, value: unknown): void {
        if (name !== 'level' || value !== undefined) super.put(name, value);
      }
    },
  'takes null for a text': () =>
    class extends Lamp {
      override set label(value: unknown) {
        super.label = value === null ? 'null' : value;
      }

      override get label(): unknown {
        return super.label;
      }

      override read(name: Name, text: string | null): void {
        super.put(name, name === 'bright' ? text !== null : text);
      }
    },
  'takes an empty text for none': () =>
    class extends Lamp {
      override set label(value: unknown) {
        super.label = value || undefined;
      }

      override get label(): unknown {
        return super.label;
      }
    },
  'trims what it is given': () =>
    class extends Lamp {
      override set label(value: unknown) {
        super.label = typeof value === 'string' ? value.trim() : value;
      }

      override get label(): unknown {
        return super.label;
      }
    },
  'takes a number above its limit': () =>
    class extends Lamp {
      override set level(value: unknown) {
        if (typeof value === 'number' && value > 10) this.store('level', value);
        else super.level = value;
      }

      override get level(): unknown {
        return super.level;
      }
    },
  'takes no number as NaN': () =>
    class extends Lamp {
      override set level(value: unknown) {
        if (value === 'no number') this.store('level', Number.NaN);
        else super.level = value;
      }

      override get level(): unknown {
        return super.level;
      }
    },
  'takes a fraction for an integer': () =>
    class extends Lamp {
      override set steps(value: unknown) {
        if (value === 1.5) this.store('steps', value);
        else super.steps = value;
      }

      override get steps(): unknown {
        return super.steps;
      }
    },
  'takes any text for a choice': () =>
    class extends Lamp {
      override set color(value: unknown) {
        if (value === 'no-such-choice') this.store('color', value);
        else super.color = value;
      }

      override get color(): unknown {
        return super.color;
      }
    },
  'begins with another value than its default': () =>
    class extends Lamp {
      override defaults() {
        return { ...super.defaults(), level: 2 };
      }

      override convert(name: Name, value: unknown): unknown {
        return name === 'level' ? this.number(value, 0, 0, 10) : super.convert(name, value);
      }
    },
  'forgets the level when the steps are set': () =>
    class extends Lamp {
      override store(name: Name, value: unknown): void {
        super.store(name, value);
        if (name === 'steps') super.store('level', 0);
      }
    },
  'sorts the consumer’s list': () =>
    class extends Lamp {
      override store(name: Name, value: unknown): void {
        if (Array.isArray(value)) value.reverse();
        super.store(name, value);
      }
    },
  'freezes the consumer’s object': () =>
    class extends Lamp {
      override store(name: Name, value: unknown): void {
        super.store(name, typeof value === 'object' ? Object.freeze(value) : value);
      }
    },
  'marks the consumer’s object': () =>
    class extends Lamp {
      override store(name: Name, value: unknown): void {
        if (name === 'wiring' && value) (value as Record<symbol, unknown>)[Symbol.for('seen')] = true;
        super.store(name, value);
      }
    },
  'takes no values before it is in the page': () =>
    class extends Lamp {
      override put(name: Name, value: unknown): void {
        if (this.isConnected || this.reading || name !== 'steps') super.put(name, value);
      }
    },
  'takes no values after it has left the page': () =>
    class extends Lamp {
      override put(name: Name, value: unknown): void {
        if (name !== 'steps' || !this.leave?.signal.aborted) super.put(name, value);
      }
    },
  'throws for a wrong type': () =>
    class extends Lamp {
      override set label(value: unknown) {
        super.label = value === null ? (value as unknown as string).trim() : value;
      }

      override get label(): unknown {
        return super.label;
      }
    },
  'takes zero for nothing': () =>
    class extends Lamp {
      override get level(): unknown {
        return super.level;
      }

      override set level(value: unknown) {
        super.level = value;
        if (value === 0) this.store('level', 5);
      }
    },
  'goes on showing what was there when the label is empty': () =>
    class extends Lamp {
      override draw(): void {
        const before = this.control.textContent;
        super.draw();
        if (this.values.label === '') this.control.textContent = before;
      }
    },
  'sets the label back with the level before it is in the page': () =>
    class extends Lamp {
      override put(name: Name, value: unknown): void {
        super.put(name, value);
        if (name === 'level' && !this.isConnected) this.store('label', undefined);
      }
    },
  'rounds what it is given': () =>
    class extends Lamp {
      override get level(): unknown {
        return super.level;
      }

      override set level(value: unknown) {
        super.level = typeof value === 'number' ? Math.round(value * 10) / 10 : value;
      }
    },
};
