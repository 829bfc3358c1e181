/** Attributes of ARIA that name other elements by their ids (WAI-ARIA 1.3, section 10). */
export const ARIA_REFERENCES: readonly string[] =
  'activedescendant controls describedby details errormessage flowto labelledby owns'
    .split(' ')
    .map((name) => `aria-${name}`);
