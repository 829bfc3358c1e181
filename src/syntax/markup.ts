/** Elements of HTML that have no content and no end tag (HTML, section 13.1.2). */
export const VOID_ELEMENTS: ReadonlySet<string> = new Set(
  'area base br col embed hr img input link meta source track wbr'.split(' '),
);

/** A text as it stands in the content of an element, in HTML and in XML. */
export function escapeText(text: string): string {
  return text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
}

/** A text that can stand in content and in a quoted attribute value alike. */
export function escapeMarkup(text: string): string {
  return escapeText(text).replace(/"/g, '&quot;');
}
