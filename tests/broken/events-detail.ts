import { Lamp } from './lamp.js';

/** The detail has another shape than the contract says. */
export default class extends Lamp {
  protected override say(): void {
    super.say({ name: this.values.label });
  }
}
