import { Lamp, type Name } from './lamp.js';
import type { LampFaults } from './faults.js';

function sheet(css: string): CSSStyleSheet {
  const made = new CSSStyleSheet();
  made.replaceSync(css);
  return made;
}

/** A lamp with a style of its own. */
function styled(css: string) {
  return () => {
    const own = sheet(css);
    return class extends Lamp {
      override addStyle(): void {
        this.inner.adoptedStyleSheets = [own];
      }
    };
  };
}

export const lamps: LampFaults = {
  'puts its style into the document': () => {
    const leaking = sheet('.glass { letter-spacing: 3px }');
    return class extends Lamp {
      override addStyle(): void {
        super.addStyle();
        if (!document.adoptedStyleSheets.includes(leaking)) document.adoptedStyleSheets.push(leaking);
      }
    };
  },
  'puts its style into the document when a method is called': () => {
    const leaking = sheet('.glass { letter-spacing: 3px }');
    return class extends Lamp {
      override flash(): boolean {
        if (!document.adoptedStyleSheets.includes(leaking)) document.adoptedStyleSheets.push(leaking);
        return super.flash();
      }
    };
  },
  'writes inline style on the body': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        document.body.style.setProperty('caret-color', 'red');
      }
    },
  'has no node for the part': () =>
    class extends Lamp {
      override markup(): string {
        return super.markup().replace('part="glass"', '');
      }
    },
  'has another value than the initial one': styled(
    ':host { display: block } .glass { color: var(--lamp-color, #5f4701); padding: 4px }',
  ),
  'does not read the custom property': styled(':host { display: block } .glass { color: #5f4700 }'),
  'reads a custom property of another name': styled(
    ':host { display: block } .glass { color: var(--lamp-colors, #5f4700) }',
  ),
  'is closed where it is promised open': () =>
    class extends Lamp {
      override attachRoot(): ShadowRoot {
        return this.attachShadow({ mode: 'closed', delegatesFocus: true });
      }

      // From outside, every click in a closed root seems to be one on the element.
      override forward(): void {}

      override click(): void {
        this.control.click();
      }
    },
  'adds nodes to the light tree': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        if (!this.querySelector('input')) {
          const input = document.createElement('input');
          input.type = 'hidden';
          input.slot = 'none';
          this.append(input);
        }
      }
    },
  'never sets the state': () =>
    class extends Lamp {
      override showState(): void {}
    },
  'sets a state of another name': () =>
    class extends Lamp {
      override showState(bright: boolean): void {
        if (bright) this.internals.states.add('lighted');
        else this.internals.states.delete('lighted');
      }
    },
  'never leaves the state': () =>
    class extends Lamp {
      override showState(bright: boolean): void {
        if (bright) super.showState(bright);
      }
    },
  'changes other elements when it is bright': () =>
    class extends Lamp {
      override draw(changed?: Name): void {
        super.draw(changed);
        if (changed === 'bright' && this.isConnected)
          document.documentElement.style.letterSpacing = this.values.bright ? '1px' : '';
      }
    },
  'puts a node beside itself': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        if (!this.nextElementSibling?.matches('.lamp-tip'))
          this.after(Object.assign(document.createElement('i'), { className: 'lamp-tip' }));
      }
    },
  'takes the focus when it arrives': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        this.control.focus({ preventScroll: true });
      }
    },
  'scrolls the page to itself when it arrives': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        requestAnimationFrame(() => this.scrollIntoView());
      }
    },
  'keeps keys from the page': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        const { signal } = this.leave!;
        const keep = (event: Event): void => {
          if (!event.composedPath().includes(this)) event.preventDefault();
        };
        window.addEventListener('keydown', keep, { signal });
      }
    },
  'keeps presses from the page': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        const { signal } = this.leave!;
        const keep = (event: Event): void => {
          if (!event.composedPath().includes(this)) event.stopImmediatePropagation();
        };
        window.addEventListener('pointerdown', keep, { capture: true, signal });
      }
    },
  'writes the title of the page': () =>
    class extends Lamp {
      override draw(): void {
        super.draw();
        if (this.isConnected) document.title = this.values.label ?? '';
      }
    },
  'puts a node into the head': () =>
    class extends Lamp {
      note = document.createElement('meta');

      override connectedCallback(): void {
        super.connectedCallback();
        document.head.append(this.note);
      }

      override disconnectedCallback(): void {
        super.disconnectedCallback();
        this.note.remove();
      }
    },
  'leaves a class on what it stands in': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        if (this.parentNode instanceof HTMLElement) this.parentNode.classList.add('has-lamp');
      }
    },
  'moves the page': () =>
    class extends Lamp {
      override connectedCallback(): void {
        super.connectedCallback();
        document.body.animate([{ opacity: 1 }, { opacity: 1 }], { duration: 1e6, iterations: Infinity });
      }
    },
};
