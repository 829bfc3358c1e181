import { innerRoot } from '../inner-root.js';
import { instanceNames } from '../instance-names.js';

/**
 * Everything of a mounted element that its own code can tell one consumer from another by, as text: its values, attributes and
 * content, what it draws (in nested elements too, and in closed roots), the live state of controls, adopted style sheets, and the
 * listeners on all of these. Two elements of one class with the same text were made the same, whoever made them. Ids that are made
 * for each instance are numbered in their order.
 *
 * `properties` are the names of the contract's properties; `listenersOf` gives the types of the listeners of a target.
 */
export function madeText(
  element: Element,
  properties: readonly string[],
  listenersOf: (target: EventTarget) => readonly string[],
): string {
  const ids = instanceNames(element);
  const values = element as unknown as Record<string, unknown>;
  return JSON.stringify([
    properties.map((name) => [name, Object.hasOwn(values, name), valueText(values[name])]),
    element.contains(document.activeElement),
    writeNode(element),
  ]);

  function numbered(text: string): string {
    return text.replace(/[^\s#]+/g, (word) => ids.get(word) ?? word);
  }

  function writeNode(node: Node): unknown {
    if (!(node instanceof Element)) return [node.nodeType, node.nodeValue, listenersOf(node)];
    const root = innerRoot(node);
    return [
      node.namespaceURI,
      node.localName,
      [...node.attributes]
        // Whether declarations end with a semicolon is a matter of who wrote them.
        .map(({ name, value }) => `${name}=${numbered(name === 'style' ? styleText(node, value) : value)}`)
        .sort(),
      LIVE.map((name) => valueText((node as unknown as Record<string, unknown>)[name])),
      listenersOf(node),
      root === node ? undefined : writeRoot(root as ShadowRoot),
      [...node.childNodes].map(writeNode),
    ];
  }

  function writeRoot(root: ShadowRoot): unknown {
    return [
      root.mode,
      root.delegatesFocus,
      root.adoptedStyleSheets.map(sheetText),
      listenersOf(root),
      [...root.childNodes].map(writeNode),
    ];
  }
}

/** State of controls that no attribute shows. */
const LIVE = ['value', 'checked', 'indeterminate', 'selectedIndex', 'open', 'disabled'] as const;

function styleText(node: Element, value: string): string {
  return (node as Partial<ElementCSSInlineStyle>).style?.cssText ?? value;
}

const sheets = new WeakMap<CSSStyleSheet, string>();

function sheetText(sheet: CSSStyleSheet): string {
  const known = sheets.get(sheet);
  if (known !== undefined) return known;
  const text = [...sheet.cssRules].map(({ cssText }) => cssText).join('\n');
  sheets.set(sheet, text);
  return text;
}

/** A value as a string, with its type; a value that JSON cannot write is only its class. */
function valueText(value: unknown): string {
  if (typeof value === 'function') return 'a function';
  if (typeof value !== 'object' || value === null)
    return `${typeof value} ${Object.is(value, -0) ? '-0' : String(value)}`;
  try {
    return `${Object.prototype.toString.call(value)} ${JSON.stringify(value)}`;
  } catch {
    return Object.prototype.toString.call(value);
  }
}
