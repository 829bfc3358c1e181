import { Lamp } from './lamp.js';

/** A property that is not to be reflected is. */
export default class extends Lamp {
  protected override store(name: never, value: never): void {
    super.store(name, value);
    if (name === 'level' && this.isConnected && this.getAttribute('level') !== String(value)) {
      queueMicrotask(() => value !== 0 && this.setAttribute('level', String(value)));
    }
  }
}
