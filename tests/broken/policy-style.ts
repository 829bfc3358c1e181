import { Lamp } from './lamp.js';

/** Its style stands in markup, which strict pages block. */
export default class extends Lamp {
  protected override addStyle(): void {
    super.addStyle();
    const style = document.createElement('style');
    style.textContent = ':host { margin: 0 }';
    this.shadowRoot!.append(style);
    queueMicrotask(() => this.shadowRoot!.append(style));
  }
}
