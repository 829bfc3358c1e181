import { Lamp } from './lamp.js';

/** A listener is added at each connection and never removed. */
export default class extends Lamp {
  override connectedCallback(): void {
    window.addEventListener('resize', () => this.draw());
  }
}
