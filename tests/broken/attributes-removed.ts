import { Lamp } from './lamp.js';

/** An attribute that is removed leaves its last value. */
export default class extends Lamp {
  protected override read(name: string, text: string | null): void {
    if (name === 'level' && text === null) return;
    super.read(name, text);
  }
}
