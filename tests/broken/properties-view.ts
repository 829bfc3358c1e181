import { Lamp } from './lamp.js';

/** The label changes, but what is shown does not. */
export default class extends Lamp {
  protected override draw(): void {
    if (this.shadowRoot!.querySelector('button')!.textContent === '') super.draw();
    else this.tellForm();
  }
}
