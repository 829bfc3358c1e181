import { Lamp } from './lamp.js';

/** Its style is put into the document as well. */
export default class extends Lamp {
  protected override addStyle(): void {
    super.addStyle();
    if (document.getElementById('lamp-style')) return;
    const style = document.createElement('style');
    style.id = 'lamp-style';
    style.textContent = '.glass { letter-spacing: 3px }';
    document.head.append(style);
  }
}
