import { Lamp } from './lamp.js';

/** It has no slot for the note. */
export default class extends Lamp {
  protected override markup(): string {
    return '<button class="glass" part="glass"></button><slot></slot><output></output>';
  }
}
