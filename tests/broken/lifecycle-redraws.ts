import { Lamp } from './lamp.js';

/** Each connection adds its nodes again. */
export default class extends Lamp {
  override connectedCallback(): void {
    super.connectedCallback();
    this.shadowRoot!.append(document.createElement('hr'));
  }
}
