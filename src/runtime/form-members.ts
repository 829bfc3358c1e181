import { internalsOf } from './inside.js';
import { catchUp, type ViewElement } from './view-element.js';

const READ = ['form', 'labels', 'validity', 'validationMessage', 'willValidate'] as const;
const CALLED = ['checkValidity', 'reportValidity'] as const;

/** Gives a form-associated class the members that native controls have (HTML, section 4.10.20.3), unless it has its own. */
export function formMembers({ prototype }: { prototype: ViewElement }): void {
  const add = (name: string, descriptor: PropertyDescriptor): void => {
    if (!Object.hasOwn(prototype, name)) {
      Object.defineProperty(prototype, name, { configurable: true, enumerable: true, ...descriptor });
    }
  };
  for (const name of READ) {
    add(name, {
      get(this: ViewElement) {
        catchUp(this);
        return internalsOf(this)[name];
      },
    });
  }
  for (const name of CALLED) {
    add(name, {
      writable: true,
      value(this: ViewElement) {
        catchUp(this);
        return internalsOf(this)[name]();
      },
    });
  }
  add('name', {
    get(this: ViewElement) {
      return this.getAttribute('name') ?? '';
    },
    set(this: ViewElement, name: unknown) {
      if (name === undefined || name === null) this.removeAttribute('name');
      else this.setAttribute('name', String(name));
    },
  });
  add('type', {
    get(this: ViewElement) {
      return this.localName;
    },
  });
}
