import { Lamp } from './lamp.js';

/** The list that it is given is copied. */
export default class extends Lamp {
  protected override store(name: never, value: never): void {
    super.store(name, (Array.isArray(value) ? [...(value as string[])] : value) as never);
  }
}
