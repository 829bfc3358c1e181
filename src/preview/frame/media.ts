import type { CellView } from '../shapes.js';
import { allBelow, shadowOf } from './roots.js';

/** What each media rule says by itself. */
const originals = new WeakMap<CSSMediaRule, string>();

const ALWAYS = '(min-width: 0px)';
const NEVER = '(max-width: -1px)';

/**
 * Lets the style of a document, and of all roots in it, answer to a color scheme and to reduced motion that the page chose. No page can
 * choose these for a frame, so the rules that ask for them are given the answer.
 */
export function answerMedia({ scheme, motion }: CellView): void {
  document.documentElement.style.colorScheme = scheme === 'auto' ? '' : scheme;
  for (const sheet of sheets()) walk(sheet.cssRules, scheme, motion);
}

function sheets(): Set<CSSStyleSheet> {
  const found = new Set<CSSStyleSheet>([...document.styleSheets, ...document.adoptedStyleSheets]);
  for (const element of allBelow(document)) {
    const shadow = shadowOf(element);
    if (!shadow) continue;
    for (const sheet of [...shadow.styleSheets, ...shadow.adoptedStyleSheets]) found.add(sheet);
  }
  return new Set([...found].filter(isReadable));
}

/** A style sheet of another origin keeps its rules to itself. */
function isReadable(sheet: CSSStyleSheet): boolean {
  try {
    return sheet.cssRules.length >= 0;
  } catch {
    return false;
  }
}

function walk(rules: CSSRuleList, scheme: CellView['scheme'], motion: CellView['motion']): void {
  for (const rule of rules) {
    if (rule instanceof CSSMediaRule) {
      const original = originals.get(rule) ?? rule.media.mediaText;
      originals.set(rule, original);
      const answered = answer(original, scheme, motion);
      if (answered !== rule.media.mediaText) rule.media.mediaText = answered;
    }
    const { cssRules } = rule as CSSRule & { cssRules?: CSSRuleList };
    if (cssRules) walk(cssRules, scheme, motion);
  }
}

function answer(query: string, scheme: CellView['scheme'], motion: CellView['motion']): string {
  let answered = query;
  if (scheme !== 'auto')
    answered = answered.replace(/\(\s*prefers-color-scheme\s*:\s*(light|dark)\s*\)/g, (_, asked: string) =>
      asked === scheme ? ALWAYS : NEVER,
    );
  if (motion === 'reduced')
    answered = answered
      .replace(/\(\s*prefers-reduced-motion\s*(?::\s*reduce\s*)?\)/g, ALWAYS)
      .replace(/\(\s*prefers-reduced-motion\s*:\s*no-preference\s*\)/g, NEVER);
  return answered;
}
