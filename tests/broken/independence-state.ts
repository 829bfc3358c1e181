import { Lamp } from './lamp.js';

const all = new Set<SharedLamp>();
let switched = 0;

/** All lamps count their switches together. */
export default class SharedLamp extends Lamp {
  protected override draw(): void {
    all.add(this);
    super.draw();
  }

  protected override turn(): void {
    switched++;
    super.turn();
    for (const lamp of all)
      lamp.shadowRoot!.querySelector('output')!.textContent = `switched ${switched} times`;
  }
}
