import { Lamp } from './lamp.js';
import type { LampFaults } from './faults.js';

export const lamps: LampFaults = {
  'adds a listener at each connection and never removes it': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        window.addEventListener('resize', () => this.draw());
      }
    },
  'adds its nodes again at each connection': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        this.inner.append(document.createElement('hr'));
      }
    },
  'adds a listener on itself at each connection': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        this.control.addEventListener('focus', () => this.draw());
      }
    },
  'leaves an interval': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        setInterval(() => this.draw(), 5000);
      }
    },
  'leaves a timeout that starts itself again': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        const tick = (): unknown => setTimeout(tick, 60);
        tick();
      }
    },
  'leaves a slow timeout that starts itself again': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        const tick = (): unknown => setTimeout(tick, 20_000);
        tick();
      }
    },
  'leaves animation frames': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        const tick = (): unknown => requestAnimationFrame(tick);
        tick();
      }
    },
  'leaves an observer of the page': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        new ResizeObserver(() => this.draw()).observe(document.body);
      }
    },
  'observes itself once more at each connection': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        new IntersectionObserver(() => {}).observe(this);
      }
    },
  'keeps all its instances': () => {
    const all: Lamp[] = [];
    return class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        all.push(this);
      }
    };
  },
  'begins anew at each connection': () =>
    class extends Lamp {
      override disconnectedCallback(): void {
        super.disconnectedCallback();
        this.put('label', undefined);
      }
    },
  'loses its list when it leaves': () =>
    class extends Lamp {
      override disconnectedCallback(): void {
        super.disconnectedCallback();
        this.store('stops', []);
      }
    },
  'loses its consumer’s class when it leaves': () =>
    class extends Lamp {
      override disconnectedCallback(): void {
        super.disconnectedCallback();
        super.removeAttribute('class');
      }
    },
  'empties its inside when it leaves': () =>
    class extends Lamp {
      override disconnectedCallback(): void {
        super.disconnectedCallback();
        this.output.textContent = '';
      }
    },
  'takes its children with it when it leaves': () =>
    class extends Lamp {
      override disconnectedCallback(): void {
        super.disconnectedCallback();
        this.replaceChildren();
      }
    },
  'does not hear clicks any more': () =>
    class extends Lamp {
      gone = false;

      override disconnectedCallback(): void {
        super.disconnectedCallback();
        this.gone = true;
      }

      override turn(): void {
        if (!this.gone) super.turn();
      }
    },
  'hears each click once more after each connection': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        if (this.again) this.control.addEventListener('click', () => this.turn());
        this.again = true;
      }

      again = false;
    },
  'does not draw any more': () =>
    class extends Lamp {
      gone = false;

      override disconnectedCallback(): void {
        super.disconnectedCallback();
        this.gone = true;
      }

      override draw(): void {
        if (!this.gone) super.draw();
        else this.tellForm();
      }
    },
  'keeps a listener on its parent': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        this.parentNode!.addEventListener('click', () => this.draw());
      }
    },
  'keeps watching its parent': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        new MutationObserver(() => this.draw()).observe(this.parentNode!, { attributes: true });
      }
    },
  'throws when it leaves': () =>
    class extends Lamp {
      override disconnectedCallback(): void {
        super.disconnectedCallback();
        if (!this.parentNode) throw new Error('there is no parent');
      }
    },
  'loses its values in another document': () =>
    class extends Lamp {
      adoptedCallback(): void {
        this.values = this.defaults();
      }
    },
};
