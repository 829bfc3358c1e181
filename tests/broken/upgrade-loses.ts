import { Lamp } from './lamp.js';

/** Values that were set before definition are thrown away. */
export default class extends Lamp {
  protected override takeOver(): void {
    for (const name of Object.keys(this.values)) delete (this as unknown as Record<string, unknown>)[name];
  }
}
