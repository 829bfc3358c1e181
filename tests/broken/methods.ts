import { Lamp } from './lamp.js';
import type { LampFaults } from './faults.js';

export const lamps: LampFaults = {
  'does nothing': () =>
    class extends Lamp {
      override flash(): boolean {
        return true;
      }
    },
  'gives back another type': () =>
    class extends Lamp {
      override flash(): boolean {
        super.flash();
        return 'yes' as never;
      }
    },
  'gives back nothing': () =>
    class extends Lamp {
      override flash(): boolean {
        super.flash();
        return undefined as never;
      }
    },
  'does its work when somebody has waited long enough': () =>
    class extends Lamp {
      override async dim(level: number): Promise<number> {
        setTimeout(() => this.put('level', level), 1500);
        return level;
      }
    },
  'ignores its parameter': () =>
    class extends Lamp {
      override async dim(): Promise<number> {
        return super.dim(1);
      }
    },
  'promises a text where a number is promised': () =>
    class extends Lamp {
      override async dim(level: number): Promise<number> {
        return String(await super.dim(level)) as never;
      }
    },
  rejects: () =>
    class extends Lamp {
      override async dim(level: number): Promise<number> {
        await super.dim(level);
        throw new Error('no oil');
      }
    },
  'throws before it is in the page': () =>
    class extends Lamp {
      override flash(): boolean {
        if (!this.leave) throw new TypeError('this.leave is undefined');
        return super.flash();
      }
    },
  'does nothing before it is in the page': () =>
    class extends Lamp {
      override flash(): boolean {
        return this.leave ? super.flash() : true;
      }
    },
  'does nothing after it has left the page': () =>
    class extends Lamp {
      override flash(): boolean {
        return this.leave?.signal.aborted ? true : super.flash();
      }
    },
  'is no function': () =>
    class extends Lamp {
      constructor() {
        super();
        Object.defineProperty(this, 'flash', { value: true });
      }
    },
};
