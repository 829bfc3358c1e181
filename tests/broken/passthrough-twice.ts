import { Lamp } from './lamp.js';

/** What describes the control stays on the element as well. */
export default class extends Lamp {
  protected override pass(name: string, text: string | null): void {
    this.give(name, text);
  }
}
