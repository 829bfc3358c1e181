import { Lamp } from './lamp.js';

/** The attribute's text stays text. */
export default class extends Lamp {
  protected override read(name: string, text: string | null): void {
    if (name === 'level' && text !== null) this.store('level', text as never);
    else super.read(name, text);
  }
}
