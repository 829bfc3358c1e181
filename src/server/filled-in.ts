import { HtmlScanner, type OpenElement } from './scan-html.js';

/** Notes that a child of an element fills one of its slots. */
export function fillWith(
  filled: Record<string, boolean>,
  { attributes }: Pick<OpenElement, 'attributes'>,
): void {
  filled[attributes.get('slot') || 'default'] = true;
}

/** Which slots the content of an element fills; text that is only white space fills none. */
export function filledIn(content: string): Record<string, boolean> {
  const filled: Record<string, boolean> = {};
  if (!/\S/.test(content)) return filled;
  const scanner = new HtmlScanner({
    begins: (element, parent) => {
      if (!parent) fillWith(filled, element);
    },
    ends: () => {},
    text: (parent) => {
      if (!parent) filled.default = true;
    },
  });
  scanner.write(content, true);
  return filled;
}
