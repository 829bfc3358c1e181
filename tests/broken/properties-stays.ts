import { Lamp } from './lamp.js';

/** The list is taken once and never again. */
export default class extends Lamp {
  protected override store(name: never, value: never): void {
    if (name !== 'stops' || this.values.stops.length === 0) super.store(name, value);
  }
}
