import { Lamp, type Name } from './lamp.js';
import type { LampFaults } from './faults.js';

const oneValue = () => {
  let shared: unknown = 0;
  return class extends Lamp {
    override store(name: Name, value: unknown): void {
      super.store(name, value);
      if (name === 'level') shared = value;
    }

    override get level(): unknown {
      return shared;
    }

    override set level(value: unknown) {
      super.level = value;
    }
  };
};

export const lamps: LampFaults = {
  'gives all lamps the same empty list': () => {
    const none: string[] = [];
    return class extends Lamp {
      override defaults() {
        return { ...super.defaults(), stops: none };
      }
    };
  },
  'counts all switches together': () => {
    const all = new Set<WeakRef<Lamp>>();
    let switched = 0;
    return class extends Lamp {
      known = all.add(new WeakRef(this));

      override turn(): void {
        super.turn();
        switched++;
        for (const lamp of all) {
          const alive = lamp.deref();
          if (alive) alive.output.textContent = `switched ${switched} times`;
        }
      }
    };
  },
  'has one value for all': oneValue,
  'has one value for all, and inside of it something that changes by itself': () =>
    class extends oneValue() {
      #clock: ReturnType<typeof setInterval> | undefined;

      override connectedCallback(): void {
        super.connectedCallback();
        this.#clock = setInterval(() => this.output.setAttribute('data-now', String(performance.now())), 50);
      }

      override disconnectedCallback(): void {
        super.disconnectedCallback();
        clearInterval(this.#clock);
      }
    },
  'begins with what another one ended with': () => {
    let last = 0;
    return class extends Lamp {
      override turn(): void {
        super.turn();
        last = this.switched;
      }

      override draw(changed?: Name): void {
        super.draw(changed);
        if (this.switched === 0 && last > 0)
          this.output.textContent = `switched ${last} times, ${this.values.stops.length} stops, level ${this.values.level}`;
      }
    };
  },
  'remembers in the browser’s storage': () =>
    class extends Lamp {
      override turn(): void {
        super.turn();
        localStorage.setItem('lamp', 'bright');
      }

      override connectedCallback(): void {
        super.connectedCallback();
        if (localStorage.getItem('lamp')) this.output.textContent = 'was bright before';
      }
    },
  'writes an attribute on the others': () => {
    const all = new Set<WeakRef<Lamp>>();
    return class extends Lamp {
      known = all.add(new WeakRef(this));

      override turn(): void {
        super.turn();
        for (const lamp of all) lamp.deref()?.setAttribute('data-last', this.values.label ?? '');
      }
    };
  },
  'sends its event from the others, too': () => {
    const all = new Set<WeakRef<Lamp>>();
    return class extends Lamp {
      known = all.add(new WeakRef(this));

      override turn(): void {
        super.turn();
        for (const lamp of all) {
          const other = lamp.deref();
          if (other && other !== this && other.isConnected) other.say({ label: '' });
        }
      }
    };
  },
  'works no more when another one has left': () => {
    let working = true;
    return class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        if (document.querySelectorAll(this.localName).length === 1) working = true;
      }

      override disconnectedCallback(): void {
        super.disconnectedCallback();
        working = document.querySelectorAll(this.localName).length === 0;
      }

      override turn(): void {
        if (working) super.turn();
      }
    };
  },
  'marks the document': () =>
    class extends Lamp {
      override turn(): void {
        super.turn();
        document.body.dataset.lamps = 'bright';
      }

      override draw(changed?: Name): void {
        super.draw(changed);
        if (document.body.dataset.lamps && this.switched === 0)
          this.output.textContent += ', others are bright';
      }
    },
  'turns the others off': () => {
    let bright: WeakRef<Lamp> | undefined;
    return class extends Lamp {
      override store(name: Name, value: unknown): void {
        super.store(name, value);
        if (name !== 'bright' || !value || !this.isConnected) return;
        const other = bright?.deref();
        bright = new WeakRef<Lamp>(this);
        if (other && other !== this) other.output.textContent = 'somebody else is bright';
      }
    };
  },
  'changes the style that all share': () => {
    const shared = new CSSStyleSheet();
    return class extends Lamp {
      override addStyle(): void {
        this.inner.adoptedStyleSheets = [Lamp.sheet, shared];
      }

      override draw(): void {
        super.draw();
        shared.replaceSync(`output { letter-spacing: ${this.values.level}px }`);
      }
    };
  },
};
