import { Lamp } from './lamp.js';

/** The form never gets the value. */
export default class extends Lamp {
  protected override tellForm(): void {}
}
