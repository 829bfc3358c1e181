import { styleText } from './computed-style.js';
import type { Observer } from '../observe.js';

/** Elements that any page has, to see whether their style changes. */
const COMMON = ['p', 'button', 'a', 'h2', 'input', 'ul', 'table'];

/** What the page looked like before, outside of the element. */
export class Outside {
  readonly #rules = pageRules();
  readonly #inline = inlineStyle();
  readonly #inHead = nodesOfHead();
  readonly #looks = commonLooks();
  /** All that can give them another look, when they were looked at last. */
  #causes = causesOfLooks();
  #changed: readonly string[] = [];

  /** No style of the element's is in the page now: no sheet, no inline style, no change of what other elements look like. */
  expectSame(observer: Observer, did: string, scoped: boolean): void {
    this.#causes = undefined;
    this.expectSameSheets(observer, did, scoped);
    observer.expect(
      `${did}, count what is in the page's head beside style`,
      nodesOfHead() <= this.#inHead,
      `${this.#inHead}, then ${nodesOfHead()}`,
      'as much as before',
    );
    const inline = inlineStyle();
    observer.expect(
      `${did}, read the inline style of the page's root and body`,
      inline === this.#inline,
      inline || 'none',
      this.#inline || 'none',
    );
  }

  /** Looks at other elements, if something can have changed them: a look takes milliseconds, and there is one after each act. */
  #lookAgain(): void {
    const causes = causesOfLooks();
    if (causes !== undefined && causes === this.#causes) return;
    this.#causes = causes;
    const looks = commonLooks();
    this.#changed = COMMON.filter((_, place) => looks[place] !== this.#looks[place]);
  }

  /** The same while the element does something; a page that may not scroll for a while is no leak. */
  expectSameSheets(observer: Observer, did: string, scoped: boolean): void {
    const rules = pageRules();
    // Without a shadow root, its style stands in the page, and is kept to it there.
    if (!scoped)
      observer.expect(
        `${did}, count the style rules of the page`,
        rules <= this.#rules,
        `${this.#rules}, then ${rules}`,
        'as many as before',
      );
    this.#lookAgain();
    observer.expect(
      `${did}, look at other elements of the page`,
      this.#changed.length === 0,
      `changed: ${this.#changed.join(', ')}`,
      'they look the same',
    );
  }
}

/** Whatever decides on the look of elements that stand in the page by themselves; undefined where a sheet does not show its rules. */
function causesOfLooks(): string | undefined {
  const { documentElement, body } = document;
  try {
    const sheets = [...document.styleSheets, ...document.adoptedStyleSheets].flatMap((sheet) => [
      `${sheet.disabled} ${sheet.media.mediaText}`,
      ...[...sheet.cssRules].map((rule) => rule.cssText),
    ]);
    const around = [documentElement, body].map((node) => (node.cloneNode(false) as Element).outerHTML);
    return [...around, document.getAnimations().length, ...sheets].join('\n');
  } catch {
    return undefined;
  }
}

/** Style rules of the page; fonts and registered properties work nowhere else, and change no element by themselves. */
function pageRules(): number {
  const sheets = [...document.styleSheets, ...document.adoptedStyleSheets];
  return sheets.reduce((count, sheet) => {
    try {
      const rules = [...sheet.cssRules];
      return count + rules.filter((rule) => !/^@(?:font-face|property)/.test(rule.cssText)).length;
    } catch {
      // A sheet from elsewhere does not show its rules; it counts as one.
      return count + 1;
    }
  }, 0);
}

/** What is in the head and is no style, nor loads what will be wanted. */
function nodesOfHead(): number {
  return document.head.querySelectorAll(':scope > :not(style, link)').length;
}

function inlineStyle(): string {
  return [document.documentElement, document.body].map(({ style }) => style.cssText).join('');
}

function commonLooks(): string[] {
  return COMMON.map((tag) => {
    const node = document.createElement(tag);
    // Without boxes, computed values do not depend on where it stands.
    const box = document.createElement('div');
    box.style.display = 'none';
    box.append(node);
    document.body.append(box);
    const text = styleText(getComputedStyle(node));
    box.remove();
    return text;
  });
}

/** Nodes of the element's kinds look in this page as in one without the element. */
export function sameInCleanDocument(nodes: readonly Element[], observer: Observer): void {
  const frame = document.createElement('iframe');
  document.body.append(frame);
  const clean = frame.contentDocument!;
  // Without its own type, the frame's document would be drawn in quirks mode.
  clean.open();
  clean.write(`<!doctype html><html lang="${document.documentElement.lang}"><body>`);
  clean.close();
  const kinds = new Map<string, Element>();
  for (const node of nodes) kinds.set(`${node.localName}.${[...node.classList].join('.')}`, node);
  const different: string[] = [];
  for (const [kind, node] of kinds) {
    if (node.localName.includes('-') || node.localName === 'slot') continue;
    const here = node.cloneNode(false) as HTMLElement;
    const there = clean.importNode(node, false) as HTMLElement;
    const wrap = (document: Document, child: HTMLElement): HTMLElement => {
      const box = document.createElement('div');
      box.style.display = 'none';
      box.append(child);
      document.body.append(box);
      return box;
    };
    const boxes = [wrap(document, here), wrap(clean, there)];
    const [own, other] = [getComputedStyle(here), frame.contentWindow!.getComputedStyle(there)];
    const changed = [...own].filter(
      (name) => !name.startsWith('--') && own.getPropertyValue(name) !== other.getPropertyValue(name),
    );
    if (changed.length > 0) different.push(`${kind.replace(/\.$/, '')}: ${changed.slice(0, 3).join(', ')}`);
    for (const box of boxes) box.remove();
  }
  frame.remove();
  observer.expect(
    `compare ${kinds.size} kinds of nodes in this page with the same in a page without the element`,
    different.length === 0,
    different.length === 0
      ? 'they look the same'
      : `changed by the element: ${different.slice(0, 3).join('; ')}`,
    'they look the same',
  );
}
