import { Lamp } from './lamp.js';

/** The event is sent twice. */
export default class extends Lamp {
  protected override say(detail: unknown): void {
    super.say(detail);
    super.say(detail);
  }
}
