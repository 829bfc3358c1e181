import { Lamp } from './lamp.js';

const leaking = new CSSStyleSheet();
leaking.replaceSync('.glass { letter-spacing: 3px }');

/** Its style is put into the document as well. */
export default class extends Lamp {
  protected override addStyle(): void {
    super.addStyle();
    if (!document.adoptedStyleSheets.includes(leaking)) document.adoptedStyleSheets.push(leaking);
  }
}
