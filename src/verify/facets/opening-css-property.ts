import { escapePattern } from '../../system/escape-pattern.js';
import { innerRoot } from '../inner-root.js';
import { Observer } from '../observe.js';
import { styleText } from './computed-style.js';
import { endMotion } from './motion.js';
import { nodesInside, type Opening } from './opening.js';

/** Pairs of values that nobody would have by chance, by the syntax component (CSS Properties and Values, section 2). */
const VALUES: readonly [component: RegExp, pair: [string, string]][] = [
  [/color/, ['rgb(1, 2, 3)', 'rgb(201, 202, 203)']],
  [/length/, ['37px', '91px']],
  [/percentage/, ['37%', '91%']],
  [/integer/, ['3', '7']],
  [/number/, ['0.3', '0.7']],
  [/angle/, ['37deg', '91deg']],
  [/time/, ['3s', '7s']],
  [/image|url/, ['url("data:,a")', 'url("data:,b")']],
  [/string/, ['"a"', '"b"']],
  [/transform/, ['rotate(37deg)', 'rotate(91deg)']],
];

/** Two values for a syntax; several pairs where nothing says what is meant. */
export function valuesOfSyntax(syntax: string | undefined): [string, string][] {
  if (syntax === undefined || syntax.trim() === '*')
    return [...VALUES.map(([, pair]) => pair), ['block', 'none'], ['bold', '100'], ['center', 'right']];
  const words = syntax
    .split('|')
    .map((word) => word.trim())
    .filter((word) => /^[a-z-]+$/.test(word));
  if (words.length >= 2) return [[words[0]!, words.at(-1)!]];
  const pairs = VALUES.filter(([component]) => component.test(syntax)).map(([, pair]) => pair);
  return pairs.length > 0 ? pairs : valuesOfSyntax(undefined);
}

/** A custom property changes how the element looks; without it, it looks as with the declared initial value. */
export class CssPropertyOpening implements Opening {
  readonly #observer: Observer;
  #done = false;
  #isRead = false;

  constructor(readonly property: { name: string; pairs: [string, string][]; initial: string | undefined }) {
    this.#observer = new Observer(property.name);
  }

  visit(node: Element, when: string): void {
    if (this.#done) return;
    const element = node as HTMLElement;
    const { name, pairs, initial } = this.property;
    const own = element.style.getPropertyValue(name);
    this.#isRead ||= readsProperty(element, name);
    const lookWith = (value: string): string => {
      element.style.setProperty(name, value);
      return look(element);
    };
    for (const [one, other] of pairs) {
      if (lookWith(one) === lookWith(other)) continue;
      this.#done = true;
      this.#observer.saw(`set ${name} to ${one} and to ${other}, ${when}`, 'the look changes');
      this.#inherits(element, one, other, when);
      break;
    }
    if (this.#done && initial !== undefined) {
      const wanted = lookWith(initial);
      element.style.removeProperty(name);
      this.#observer.holds(
        `leave ${name} out, compare with ${initial}, its initial value`,
        look(element) === wanted,
        'it looks different',
        'it looks the same',
      );
    }
    if (own) element.style.setProperty(name, own);
    else element.style.removeProperty(name);
    if (element.getAttribute('style') === '') element.removeAttribute('style');
  }

  /** Pages set it on what the element stands in, too: for all of them at once. */
  #inherits(element: HTMLElement, one: string, other: string, when: string): void {
    const { name } = this.property;
    const { parentElement } = element;
    if (!parentElement) return;
    element.style.removeProperty(name);
    const own = parentElement.style.getPropertyValue(name);
    const [first, second] = [one, other].map((value) => {
      parentElement.style.setProperty(name, value);
      return look(element);
    });
    if (own) parentElement.style.setProperty(name, own);
    else parentElement.style.removeProperty(name);
    if (parentElement.getAttribute('style') === '') parentElement.removeAttribute('style');
    const did = `set ${name} to ${one} and to ${other} on what the element stands in, ${when}`;
    if (first !== second) this.#observer.saw(did, 'the look changes');
    // A rule for :host gives it to the element itself, and so do registrations without inheritance.
    else
      this.#observer.care(
        did,
        'nothing changes',
        `Set ${name} on the element itself: it is not taken from what the element stands in.`,
      );
  }

  end(): Observer {
    const { name } = this.property;
    if (this.#done) return this.#observer;
    if (this.#isRead)
      this.#observer.leave(
        `Its style reads ${name}, but not in a state that was shown; a sample can lead there.`,
      );
    else
      this.#observer.fail(
        `set ${name} on the element, at first and in all samples`,
        'nothing changes, and no style of it reads the property',
        'the look changes',
      );
    return this.#observer;
  }
}

/** Pseudo-elements that a node can have, and itself. */
function pseudoElementsOf(node: Element): (string | undefined)[] {
  const own = [undefined, '::before', '::after'];
  if (node instanceof HTMLInputElement || node instanceof HTMLTextAreaElement) own.push('::placeholder');
  if (node instanceof HTMLLIElement || node.localName === 'summary') own.push('::marker');
  if (node instanceof HTMLDialogElement) own.push('::backdrop');
  return own;
}

/** How an element and all that is inside it look, custom properties themselves aside. */
function look(element: HTMLElement): string {
  const root = innerRoot(element);
  const roots = root instanceof ShadowRoot ? [root] : [];
  const styles = [element, ...nodesInside(element)].flatMap((node) =>
    pseudoElementsOf(node).map((pseudo) => ({
      pseudo,
      style: getComputedStyle(node, pseudo),
    })),
  );
  // What a transition holds back is seen at its end.
  for (const { style } of styles) void style.color;
  endMotion(roots);
  return styles
    .map(({ pseudo, style }) =>
      (pseudo === '::before' || pseudo === '::after') && /^(none|normal)$/.test(style.content)
        ? ''
        : styleText(style),
    )
    .join('\n');
}

/** True if a style sheet, or an inline style, of the element's own names the custom property. */
function readsProperty(element: HTMLElement, name: string): boolean {
  const root = innerRoot(element);
  const sheets =
    root instanceof ShadowRoot
      ? [...root.adoptedStyleSheets, ...root.styleSheets]
      : [...document.adoptedStyleSheets, ...document.styleSheets];
  const texts = sheets.flatMap((sheet) => [...sheet.cssRules].map(({ cssText }) => cssText));
  for (const node of nodesInside(element)) texts.push(node.getAttribute('style') ?? '');
  const reading = new RegExp(`${escapePattern(name)}(?![\\w-])`);
  return texts.some((text) => reading.test(text));
}
