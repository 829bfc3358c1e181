import type { Sender } from './inside.js';
import { sheetsIn } from './style-sheet.js';

/** Gives a style sheet to the tree that an element without a shadow root stands in, once for all elements there. */
export function adoptStyle(sheet: CSSStyleSheet): (inside: Sender) => void {
  return ({ host }) => {
    const root = host.getRootNode() as Document | ShadowRoot;
    const [own] = sheetsIn(host.ownerDocument, [sheet]);
    if (own && root.adoptedStyleSheets && !root.adoptedStyleSheets.includes(own)) {
      root.adoptedStyleSheets = [...root.adoptedStyleSheets, own];
    }
  };
}
