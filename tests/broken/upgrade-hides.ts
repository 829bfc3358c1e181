import { Lamp } from './lamp.js';

/** Values that were set before definition stay plain properties, which hide the accessors. */
export default class extends Lamp {
  protected override takeOver(): void {}
}
