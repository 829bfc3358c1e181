import { Lamp } from './lamp.js';

const none: string[] = [];

/** All lamps have the same list as long as they are given none. */
export default class extends Lamp {
  override get stops(): readonly string[] {
    return this.values.stops.length > 0 ? this.values.stops : none;
  }

  override set stops(value: readonly string[] | undefined) {
    super.stops = value;
  }
}
