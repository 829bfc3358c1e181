import { Lamp } from './lamp.js';

/** The method does nothing. */
export default class extends Lamp {
  override flash(): void {}
}
