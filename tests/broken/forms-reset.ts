import { Lamp } from './lamp.js';

/** A reset form leaves the value as it is. */
export default class extends Lamp {
  override formResetCallback(): void {}
}
