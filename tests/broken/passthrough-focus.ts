import { Lamp } from './lamp.js';

/** The focus stays on the element around the control. */
export default class extends Lamp {
  override focus(): void {}
}
