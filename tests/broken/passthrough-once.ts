import { Lamp } from './lamp.js';

/** Attributes reach the control when they are first given, and never again. */
export default class extends Lamp {
  readonly #given = new Set<string>();

  protected override give(name: string, text: string | null): void {
    if (!this.#given || this.#given.has(name)) return;
    this.#given.add(name);
    super.give(name, text);
  }
}
