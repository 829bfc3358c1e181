import { Lamp } from './lamp.js';

/** The event does not leave a shadow root. */
export default class extends Lamp {
  protected override say(detail: unknown): void {
    this.dispatchEvent(new CustomEvent('lamp-switch', { detail, bubbles: true, cancelable: true }));
  }
}
