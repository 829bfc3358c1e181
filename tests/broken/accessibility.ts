import { Entry } from './entry.js';
import { Lamp } from './lamp.js';
import type { EntryFaults, LampFaults } from './faults.js';

/** A lamp with something more in it. */
function with_(more: (root: ShadowRoot, internals: ElementInternals) => void): new () => Lamp {
  return class extends Lamp {
    override addListeners(): void {
      super.addListeners();
      more(this.inner, this.internals);
    }
  };
}

function put(root: ShadowRoot, name: string, attributes: Record<string, string>, text = ''): void {
  const made = document.createElement(name);
  for (const [attribute, value] of Object.entries(attributes)) made.setAttribute(attribute, value);
  made.textContent = text;
  root.append(made);
}

const PIXEL = 'data:image/gif;base64,R0lGODlhAQABAAAAACH5BAEKAAEALAAAAAABAAEAAAICTAEAOw==';

export const lamps: LampFaults = {
  'has a picture without a text': () =>
    with_((root) => put(root, 'img', { src: PIXEL, width: '20', height: '20' })),
  'has a button without a name': () => with_((root) => put(root, 'button', { type: 'button' })),
  'has text that is hard to read': () =>
    class extends Lamp {
      override addStyle(): void {
        super.addStyle();
        const sheet = new CSSStyleSheet();
        sheet.replaceSync('output { color: #c4c4c4; background: #fff }');
        this.inner.adoptedStyleSheets.push(sheet);
      }
    },
  'has a list that holds no items': () =>
    with_((root) => put(root, 'div', { role: 'listbox', 'aria-label': 'Colors' }, 'None')),
  'has a state that is none': () =>
    with_((root) =>
      put(root, 'span', { role: 'checkbox', 'aria-checked': 'often', tabindex: '0' }, 'Bright'),
    ),
  'says by its internals that it belongs to a list': () =>
    with_((_, internals) => (internals.role = 'option')),
};

export const entries: EntryFaults = {
  'takes the name from its line': () =>
    class extends Entry {
      constructor() {
        super();
        this.control.removeAttribute('title');
      }
    },
};
