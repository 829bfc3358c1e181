import { innerRoot } from '../inner-root.js';
import type { Observer } from '../observe.js';

/** Something through which a consumer's style works: tried in every state of the element until it is seen to. */
export interface Opening {
  visit(element: Element, when: string): void;
  /** What was found out in all states. */
  end(): Observer;
}

/** All elements that an element draws, style sheets aside. */
export function nodesInside(element: Element): Element[] {
  return [...innerRoot(element).querySelectorAll('*')].filter(
    (node) => node.localName !== 'style' && node.localName !== 'link',
  );
}

/** A style sheet of the page, as long as the work takes. */
export function withPageStyle<Result>(css: string, work: () => Result): Result {
  // Constructed, it also works in a page that forbids style in markup.
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(css);
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
  try {
    return work();
  } finally {
    document.adoptedStyleSheets = document.adoptedStyleSheets.filter((other) => other !== sheet);
  }
}
