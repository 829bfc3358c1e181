import { Lamp, type Name } from './lamp.js';
import type { LampFaults } from './faults.js';

/** A lamp that draws a line around its output by something that is none of its business. */
function lined(by: (lamp: Lamp) => string): new () => Lamp {
  return class extends Lamp {
    override draw(changed?: Name): void {
      super.draw(changed);
      (this.output as HTMLElement).style.outline = by(this);
    }
  };
}

export const lamps: LampFaults = {
  'has another color each time': () => {
    const color = `#${Math.floor(Math.random() * 0xffffff)
      .toString(16)
      .padStart(6, '0')}`;
    // Two colors by chance can be nearly the same: a width by chance is seen as well.
    const width = 1 + Math.floor(Math.random() * 40);
    return lined(() => `${width}px solid ${color}`);
  },
  'shows whether its name was given as an attribute': () =>
    lined((lamp) => (lamp.hasAttribute('label') ? '3px solid red' : 'none')),
  'looks at what the page imports': () =>
    lined(() =>
      document.querySelector('script[type=importmap]')!.textContent.includes('"preact"')
        ? '3px solid red'
        : 'none',
    ),
};
