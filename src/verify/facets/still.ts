import { innerRoot } from '../inner-root.js';
import { endMotion } from './motion.js';

/** What moves by itself or blinks is the same in no two pictures. */
const STILL = `
  *, *::before, *::after { animation: none !important; transition: none !important; caret-color: transparent !important }
  progress:indeterminate { appearance: none !important }`;

/** Stills everything in the page, also inside of shadow roots, and waits until fonts have come and it is drawn; gives a function that ends it. */
export async function still(element: Element): Promise<() => void> {
  const { ownerDocument } = element;
  // A sheet belongs to one document; the element may be in a frame.
  const sheet = new (ownerDocument.defaultView as Window & typeof globalThis).CSSStyleSheet();
  sheet.replaceSync(STILL);
  const inside = rootsIn(element);
  const roots = [ownerDocument, ...inside];
  for (const root of roots) root.adoptedStyleSheets = [...root.adoptedStyleSheets, sheet];
  endMotion([ownerDocument, ...inside], (animation) => animation.cancel());
  await ownerDocument.fonts.ready;
  for (let frame = 0; frame < 2; frame++) await new Promise(requestAnimationFrame);
  return () => {
    for (const root of roots)
      root.adoptedStyleSheets = root.adoptedStyleSheets.filter((other) => other !== sheet);
  };
}

/**
 * Takes away what the element's content is indented with, before and behind its texts: in HTML it shows as a space beside a word,
 * most frameworks leave it out, and whoever wrote the lines did not mean it. Gives a function that puts it back.
 */
export function withoutIndentation(element: Element): () => void {
  const shortened: [node: Text, text: string][] = [];
  const walker = document.createTreeWalker(element, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null)
    if (INDENTATION.test(node.data) && !node.parentElement?.closest('pre, textarea'))
      shortened.push([node, node.data]);
  for (const [node, text] of shortened) node.data = text.replaceAll(new RegExp(INDENTATION, 'g'), '');
  return () => {
    for (const [node, text] of shortened) node.data = text;
  };
}

/** White space with a line break at the start or at the end of a text. */
const INDENTATION = /^\s*\n\s*|\s*\n\s*$/;

/** The shadow roots of an element and of all that is in it, closed ones too. */
function rootsIn(element: Element): ShadowRoot[] {
  const inner = innerRoot(element);
  const below = [...element.querySelectorAll('*'), ...(inner === element ? [] : inner.querySelectorAll('*'))];
  return [
    ...(inner === element ? [] : [inner as ShadowRoot]),
    ...below.flatMap((node) =>
      node.localName.includes('-') || innerRoot(node) !== node ? rootsIn(node) : [],
    ),
  ];
}
