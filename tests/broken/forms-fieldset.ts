import { Lamp } from './lamp.js';

/** A disabled fieldset leaves the control usable. */
export default class extends Lamp {
  override formDisabledCallback(): void {}
}
