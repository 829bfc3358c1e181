import { followWith } from './view-element.js';

/** A style sheet that all instances of an element share. */
export function styleSheet(css: string): CSSStyleSheet {
  const sheet = globalThis.CSSStyleSheet && new CSSStyleSheet();
  sheet?.replaceSync(css);
  // Without style nobody needs copies of it.
  followWith(adoptIn);
  return sheet;
}

const copies = new WeakMap<Document, Map<CSSStyleSheet, CSSStyleSheet>>();

/** Style sheets as another document can use them: copies, of which each document has one. */
export function sheetsIn(other: Document, sheets: readonly CSSStyleSheet[]): CSSStyleSheet[] {
  const Sheet = (other.defaultView as (Window & typeof globalThis) | null)?.CSSStyleSheet;
  if (!Sheet) return [];
  if (other === document) return [...sheets];
  const known = copies.get(other) ?? new Map<CSSStyleSheet, CSSStyleSheet>();
  copies.set(other, known);
  return sheets.map((sheet) => {
    let copied = known.get(sheet);
    if (!copied) {
      copied = new Sheet();
      copied.replaceSync(Array.from(sheet.cssRules, (rule) => rule.cssText).join(''));
      known.set(sheet, copied);
    }
    return copied;
  });
}

/** Gives a shadow root style sheets as its document can use them; an element without one has its style in the page. */
function adoptIn(root: ShadowRoot | HTMLElement, sheets: readonly CSSStyleSheet[]): void {
  if (root instanceof HTMLElement) return;
  root.adoptedStyleSheets = sheetsIn(root.ownerDocument, sheets);
}
