import { transform, type Selector, type SelectorComponent } from 'lightningcss';
import { PositionIndex, type Finding, type Position } from '../finding.js';

/** A style rule: its selectors, and whether it sets `display`. */
export interface StyleRule {
  selectors: SelectorComponent[][];
  setsDisplay: boolean;
  at: Position;
}

/** What a style sheet says that other files must agree with. */
export interface StyleFacts {
  rules: StyleRule[];
  /** Rules other than style rules that matter, by their at-keyword: `import`, `font-face`, `property`. */
  atRules: { kind: string; at: Position }[];
  /** Custom properties that it reads, each where it stands first. */
  reads: Map<string, Position>;
  /** Custom properties that it sets. */
  sets: Set<string>;
}

/** An element's style, minified, and what is in it. */
export interface ReadStyle {
  css: string;
  facts: StyleFacts | undefined;
  findings: Finding[];
}

/** Reads an element's CSS and gives it minified; syntax errors come back as a finding. */
export function readStyle(file: string, text: string): ReadStyle {
  const facts: StyleFacts = { rules: [], atRules: [], reads: new Map(), sets: new Set() };
  // Lines of rules count from 0, their columns from 1.
  const at = (loc: { line: number; column: number }): Position => ({
    line: loc.line + 1,
    column: loc.column,
  });
  try {
    const { code } = transform({
      filename: file,
      code: new TextEncoder().encode(text),
      minify: true,
      visitor: {
        Rule(rule) {
          if (rule.type === 'import' || rule.type === 'font-face' || rule.type === 'property') {
            facts.atRules.push({ kind: rule.type, at: at(rule.value.loc) });
          }
          if (rule.type !== 'style') return undefined;
          const { declarations, importantDeclarations } = rule.value.declarations;
          const all = [...declarations, ...importantDeclarations];
          for (const { property, value } of all) if (property === 'custom') facts.sets.add(value.name);
          facts.rules.push({
            selectors: rule.value.selectors as Selector[],
            setsDisplay: all.some(({ property }) => property === 'display' || property === 'all'),
            at: at(rule.value.loc),
          });
          return undefined;
        },
      },
    });
    readVariables(text, facts);
    return { css: new TextDecoder().decode(code), facts, findings: [] };
  } catch (error) {
    const { message, loc } = error as Error & { loc?: { line: number; column: number } };
    return { css: '', facts: undefined, findings: [syntaxFinding(file, message, loc)] };
  }
}

function syntaxFinding(
  file: string,
  message: string,
  loc: { line: number; column: number } | undefined,
): Finding {
  const behindPseudo = /^Pseudo-elements like/.test(message);
  return {
    code: behindPseudo ? 'style/slotted' : 'style/syntax',
    severity: 'error',
    message: behindPseudo
      ? 'Nothing can follow ::slotted() or ::part() in a selector: style reaches the given nodes themselves, not what is in them.'
      : `The style sheet cannot be parsed: ${message.replace(/\.$/, '')}.`,
    help: behindPseudo
      ? 'Put the whole condition into the parentheses, or leave the inside of given content to the page.'
      : 'Mend the rule near here; look for a missing brace or semicolon before it.',
    file,
    line: Math.max(1, loc?.line ?? 1),
    column: Math.max(1, loc?.column ?? 1),
  };
}

/** Comments are blanked out, so that offsets stay. */
function readVariables(text: string, { reads }: StyleFacts): void {
  const bare = text.replace(/\/\*[\s\S]*?\*\//g, (comment) => comment.replace(/[^\n]/g, ' '));
  const positions = new PositionIndex(text);
  for (const { 1: name, index, 0: match } of bare.matchAll(/var\(\s*(--[\w-]+)/g)) {
    if (!reads.has(name!)) reads.set(name!, positions.at(index + match.length - name!.length));
  }
}
