import { behindHead } from '../behind-head.js';
import { innerRoot, whenDeclared } from '../inner-root.js';

/**
 * Parses HTML as a page's parser does, with declarative shadow roots (HTML, section 13.2.6.4.4), into a document in which no element is
 * defined: its nodes are of the realm of this page, and come to it as they are. Gives the parsed document's body.
 */
export function parseDeclared(html: string): HTMLElement {
  try {
    // Without options, comments are left out in Chromium 156.
    return DOCUMENT.parseHTMLUnsafe(html, {}).body;
  } catch {
    // Older ones take no options.
    return DOCUMENT.parseHTMLUnsafe(html).body;
  }
}

/** As HTML has it, section 8.5.4. */
const DOCUMENT = Document as unknown as {
  parseHTMLUnsafe(html: string, options?: object): Document;
};

/**
 * All elements and texts that were parsed below a node, those in roots too. What is in closed roots joins them while elements wake up, before they do
 * anything with it; the function given back ends that.
 */
export function declaredNodes(parent: Node): { nodes: Node[]; end: () => void } {
  const nodes: Node[] = [];
  collect(parent, nodes);
  return { nodes, end: whenDeclared((root) => collect(root, nodes)) };
}

function collect(parent: Node, nodes: Node[]): void {
  const root = parent instanceof Element ? innerRoot(parent) : parent;
  for (const child of [...(root === parent ? [] : behindHead(root)), ...behindHead(parent)]) {
    if (child instanceof Element || (child instanceof Text && child.data.trim())) nodes.push(child);
    // The text of a text field is what it holds.
    if (!(child instanceof HTMLTextAreaElement)) collect(child, nodes);
  }
}
