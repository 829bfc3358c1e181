import { report } from '../findings/report.js';
import { transform, type Selector, type SelectorComponent } from 'lightningcss';
import { isCssProperty } from './css-properties.js';
import { tooDeepAt } from '../syntax/nesting.js';
import { PositionIndex, type Finding, type Position } from '../findings/finding.js';

/** A style rule: its selectors and where it stands. */
export interface StyleRule {
  selectors: SelectorComponent[][];
  at: Position;
}

/** What a style sheet says that other files must agree with. */
export interface StyleFacts {
  /** Rules with selectors that may have no effect; others are left out. */
  rules: StyleRule[];
  /** Rules other than style rules that matter, by their at-keyword: `import`, `font-face`, `property`. */
  atRules: { kind: 'import' | 'font-face' | 'property'; at: Position }[];
  /** True if the host itself gets a `display`. */
  setsHostDisplay: boolean;
  /** Custom properties that it reads, each where it stands first. */
  reads: Map<string, Position>;
  /** Custom properties that it sets. */
  sets: Set<string>;
  /** Declarations of properties that CSS does not have, each where it stands first. */
  unknown: Map<string, Position>;
  /** Classes that its selectors name. */
  classes: Set<string>;
}

/** An element's style, minified, and what is in it. */
export interface ReadStyle {
  css: string;
  /** What is in it, less the rules that have errors; undefined where it cannot be read at all. */
  facts: StyleFacts | undefined;
  findings: Finding[];
}

/** So many brackets of a style sheet can be open at once; what people write has a dozen. */
const DEEPEST = 200;

/** In minified text: what may be a rule without effect. Most style sheets have none, and need no closer look. */
const SUSPECT = /@import|@font-face|@property|::slotted|::part|:root|(?<![-\w.#])(?:html|body|head)(?![-\w])/;

/** In minified text: a rule for `:host` alone that sets `display` (or everything). */
const HOST_DISPLAY = /(?:^|[{},]):host(?:,[^{}]*)?\{(?:[^{}]*;)?(?:display|all):/;

/** Reads an element's CSS and gives it minified; syntax errors come back as a finding. */
export function readStyle(file: string, text: string): ReadStyle {
  const deep = tooDeepAt(text, DEEPEST);
  if (deep !== undefined) {
    // The parser would take the whole process down.
    const place = { file, ...new PositionIndex(text).at(deep) };
    const message = `The style sheet is nested deeper than ${DEEPEST} levels.`;
    const help = 'Write the selector or the rule flat.';
    return { css: '', facts: undefined, findings: [report('style/syntax', place, message, help)] };
  }
  try {
    return readSound(file, text);
  } catch (error) {
    return readDespite(error as SyntaxFault, file, text);
  }
}

/** What the parser throws, or warns of where it goes on behind a rule with an error. */
interface SyntaxFault {
  message: string;
  loc?: { line: number; column: number };
}

function readSound(file: string, text: string, errorRecovery = false): ReadStyle & { faults: SyntaxFault[] } {
  const code = new TextEncoder().encode(text);
  const result = transform({ filename: file, code, minify: true, errorRecovery });
  const css = new TextDecoder().decode(result.code);
  const facts: StyleFacts = {
    rules: [],
    atRules: [],
    setsHostDisplay: HOST_DISPLAY.test(css),
    reads: readVariables(text),
    unknown: unknownProperties(css, text),
    classes: new Set(classesIn(css)),
    sets: new Set([...css.matchAll(/(?<=[{;])(--[\w-]+):/g)].map(([, name]) => name!)),
  };
  if (SUSPECT.test(css)) lookCloser(file, code, facts, errorRecovery);
  return { css, facts, findings: [], faults: result.warnings };
}

/** Reads a style sheet with errors: rules that have one are left out, the others are looked at. */
function readDespite(first: SyntaxFault, file: string, text: string): ReadStyle {
  try {
    const { css, facts, faults } = readSound(file, text, true);
    // The first one stops the parser; its place is not told a second time.
    const all = faults.length > 0 ? faults : [first];
    return { css, facts, findings: all.map(({ message, loc }) => syntaxFinding(file, message, loc)) };
  } catch {
    return { css: '', facts: undefined, findings: [syntaxFinding(file, first.message, first.loc)] };
  }
}

/** Goes through the rules one by one, which takes some time. */
function lookCloser(file: string, code: Uint8Array, facts: StyleFacts, errorRecovery: boolean): void {
  // Lines of rules count from 0, their columns from 1.
  const at = (loc: { line: number; column: number }): Position => ({
    line: loc.line + 1,
    column: loc.column,
  });
  transform({
    filename: file,
    code,
    errorRecovery,
    visitor: {
      Rule(rule) {
        if (rule.type === 'import' || rule.type === 'font-face' || rule.type === 'property') {
          facts.atRules.push({ kind: rule.type, at: at(rule.value.loc) });
        }
        if (rule.type === 'style') {
          facts.rules.push({ selectors: rule.value.selectors as Selector[], at: at(rule.value.loc) });
        }
        return undefined;
      },
    },
  });
}

function syntaxFinding(
  file: string,
  message: string,
  loc: { line: number; column: number } | undefined,
): Finding {
  const behindPseudo = message.startsWith('Pseudo-elements like');
  return report(
    behindPseudo ? 'style/slotted' : 'style/syntax',
    { file, line: Math.max(1, loc?.line ?? 1), column: Math.max(1, loc?.column ?? 1) },
    behindPseudo
      ? 'Nothing can follow ::slotted() or ::part() in a selector: style reaches the given nodes themselves, not what is in them.'
      : message.startsWith('Invalid state')
        ? 'A rule of the style sheet is not finished.'
        : `The style sheet cannot be parsed: ${message.replace(/\.$/, '')}.`,
    behindPseudo
      ? 'Put the whole condition into the parentheses, or leave the inside of given content to the page.'
      : 'Fix the rule near here; look for a missing brace or semicolon before it.',
  );
}

/** Custom properties that are read, each where it stands first. */
function readVariables(text: string): Map<string, Position> {
  const reads = new Map<string, Position>();
  if (!text.includes('var(')) return reads;
  const bare = withoutComments(text);
  const positions = new PositionIndex(text);
  for (const { 1: name, index, 0: match } of bare.matchAll(/var\(\s*(--[\w-]+)/g)) {
    if (!reads.has(name!)) reads.set(name!, positions.at(index + match.length - name!.length));
  }
  return reads;
}

/**
 * Properties that CSS does not have. Minified text has each declaration behind a brace or a semicolon; a nested rule has a
 * brace before the next semicolon.
 */
function unknownProperties(css: string, text: string): Map<string, Position> {
  const unknown = new Map<string, Position>();
  for (const [, name] of css.matchAll(/(?<=[{;])([a-z-]+):(?=[^{}]*[;}])/g)) {
    if (isCssProperty(name!) || unknown.has(name!)) continue;
    const bare = withoutComments(text);
    const place = new RegExp(`(?<![\\w-])${name}\\s*:`).exec(bare);
    // A pseudo-class of a nested rule looks like a declaration; a value has no brace behind it.
    if (place && !/^[^;}]*\{/.test(bare.slice(place.index)))
      unknown.set(name!, new PositionIndex(text).at(place.index));
  }
  return unknown;
}

/** Comments are blanked out, so that offsets stay. */
function withoutComments(text: string): string {
  return text.replace(/\/\*[\s\S]*?\*\//g, (comment) => comment.replace(/[^\n]/g, ' '));
}

/** Classes that the selectors of a style name; parts of numbers and files look alike, and do no harm. */
export function classesIn(css: string): string[] {
  return [...css.matchAll(/\.(-?[_a-zA-Z][\w-]*)/g)].map(([, name]) => name!);
}
