import { Lamp } from './lamp.js';

/** The property is never written to its attribute. */
export default class extends Lamp {
  protected override reflectBright(): void {}
}
