import { Lamp } from './lamp.js';

/** The part that the contract names is not there. */
export default class extends Lamp {
  protected override markup(): string {
    return super.markup().replace('part="glass"', '');
  }
}
