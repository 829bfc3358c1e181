import type { SelectorComponent } from 'lightningcss';
import type { Contract } from '../contract/model.js';
import type { Finding, Fix, Position } from '../findings/finding.js';
import { report } from '../findings/report.js';
import type { Code } from '../findings/severities.js';
import { meantBy, suggestion } from '../findings/nearest.js';
import type { StyleFacts, StyleRule } from '../style/read-style.js';
import type { MarkupNode } from '../view/parse-view.js';
import { suggestedProperty } from '../style/css-properties.js';
import { BLOCK_LEVEL } from '../view/whitespace.js';
import type { LibraryElement } from '../library/library-element.js';

/** What an element's style says that has no effect in a shadow root, or that the contract does not know. */
export function checkStyle(
  element: LibraryElement,
  facts: StyleFacts,
  contracts: ReadonlyMap<string, Contract>,
): Finding[] {
  const { contract, folder } = element;
  const findings: Finding[] = [];
  const note: NoteStyle = (code, at, message, help, fix, file = folder.style!.file) => {
    findings.push(report(code, { file, ...at }, message, help, fix));
  };
  for (const { kind, at } of facts.atRules) {
    const [message, help] = AT_RULE_WORDS[kind];
    note(`style/${kind}`, at, message, help);
  }
  for (const rule of facts.rules) checkRule(rule, contract, contracts, note, folder.style!.text);
  for (const [name, at] of facts.unknown)
    note('style/unknown-property', at, `CSS has no property "${name}".`, suggestedProperty(name));
  checkVariables(element, facts, note);
  if (element.view && contract.encapsulation !== 'none')
    checkHostDisplay(element.view.nodes, facts.setsHostDisplay, note);
  return findings;
}

type NoteStyle = (
  code: Code,
  at: Position,
  message: string,
  help: string,
  fix?: Fix,
  /** Another file than the style. */
  file?: string,
) => void;

const AT_RULE_WORDS: Record<'import' | 'font-face' | 'property', [message: string, help: string]> = {
  import: [
    '@import does nothing in a style sheet that elements share (CSSOM, constructable style sheets).',
    "Copy the rules here, or put them into the page's own style.",
  ],
  'font-face': [
    '@font-face does nothing inside a shadow root: the build moves it to the document.',
    'If several elements use the font, declare it once, in a style of the whole library ("styles" in lastwright.yaml).',
  ],
  property: [
    '@property does nothing inside a shadow root: the build moves it to the document.',
    'If consumers may set it, declare it under "cssProperties" in the contract, with its syntax.',
  ],
};

const OUTSIDE = new Set(['html', 'body', 'head']);

function checkRule(
  { selectors, at }: StyleRule,
  contract: Contract,
  contracts: ReadonlyMap<string, Contract>,
  note: NoteStyle,
  source: string,
): void {
  for (const selector of selectors) {
    const outside = selector.find(isOutside);
    if (outside) {
      const written = outside.type === 'type' ? outside.name : ':root';
      note(
        'style/no-effect',
        at,
        `"${written}" matches nothing inside a shadow root.`,
        'Write :host for the element itself, or :host-context() for what it stands in.',
        written === ':root' ? hostInstead(source, at) : undefined,
      );
    }
    for (const component of selector) {
      if (
        component.type === 'pseudo-element' &&
        component.kind === 'slotted' &&
        contract.slots.length === 0
      ) {
        note(
          'style/slotted',
          at,
          '::slotted() can match nothing: the element has no slots.',
          'Add a slot to the view and the contract, or remove the rule.',
        );
      }
    }
    checkParts(selector, contracts, at, note);
  }
}

/** `:root` in a selector that begins at a place becomes `:host`: nothing else can be meant in a shadow root. */
function hostInstead(source: string, { line, column }: Position): Fix | undefined {
  const lines = source.split('\n').slice(0, line - 1);
  const start = lines.reduce((sum, { length }) => sum + length + 1, 0) + column - 1;
  const place = source.indexOf(':root', start);
  const open = source.indexOf('{', start);
  return place === -1 || place > open ? undefined : { start: place, end: place + 5, text: ':host' };
}

function isOutside(component: SelectorComponent): boolean {
  if (component.type === 'type') return OUTSIDE.has(component.name);
  return component.type === 'pseudo-class' && component.kind === 'root';
}

/** `quay-button::part(label)` names a part that quay-button has. */
function checkParts(
  selector: readonly SelectorComponent[],
  contracts: ReadonlyMap<string, Contract>,
  at: Position,
  note: NoteStyle,
): void {
  selector.forEach((component, place) => {
    if (component.type !== 'pseudo-element' || component.kind !== 'part') return;
    const tag = selector.slice(0, place).findLast(({ type }) => type === 'type');
    const known = tag?.type === 'type' ? contracts.get(tag.name) : undefined;
    const parts = known?.parts.map(({ name }) => name) ?? [];
    for (const name of component.names) {
      if (!known || parts.includes(name)) continue;
      note(
        'style/unused-part',
        at,
        `<${known.tag}> has no part "${name}".`,
        suggestion(name, parts, 'parts'),
      );
    }
  });
}

function checkVariables(
  { contract, folder }: LibraryElement,
  { reads, sets }: StyleFacts,
  note: NoteStyle,
): void {
  const declared = contract.cssProperties.map(({ name }) => name);
  const own = `--${contract.tag}-`;
  for (const [name, at] of reads) {
    if (declared.includes(name) || sets.has(name)) continue;
    // Names of other makers are design tokens of the page; those that begin with the tag are this element's.
    const close = name.startsWith(own) ? '' : suggestion(name, declared, 'custom properties');
    if (!name.startsWith(own) && !close.startsWith('Did you mean')) continue;
    note(
      'style/undeclared-property',
      at,
      `The style reads ${name}, which the contract does not declare.`,
      `${suggestion(name, declared, 'custom properties')} Or declare it under "cssProperties".`,
    );
  }
  const unknown = [...reads.keys()].filter((name) => !declared.includes(name) && !sets.has(name));
  const meant = meantBy(unknown, declared);
  for (const name of declared) {
    if (reads.has(name) || meant.has(name)) continue;
    if (folder.view?.text.includes(name) || folder.behavior?.text.includes(name)) continue;
    note(
      'style/unread-property',
      contract.locate(['cssProperties', name], 'key'),
      `The contract promises ${name}, but the style never reads it.`,
      `Use var(${name}) where it should matter, or remove it from the contract.`,
      undefined,
      contract.file,
    );
  }
}

/** An inline host around block content costs layout at every change, and has no size of its own. */
function checkHostDisplay(nodes: readonly MarkupNode[], setsHostDisplay: boolean, note: NoteStyle): void {
  const block = nodes.find((node) => node.kind === 'element' && BLOCK_LEVEL.has(node.name));
  if (setsHostDisplay || block?.kind !== 'element') return;
  note(
    'style/host-inline',
    { line: 1, column: 1 },
    `The element stays inline around <${block.name}>, a block: it gets no size of its own, and layout takes longer.`,
    'Add :host { display: block; } (or another display).',
    { start: 0, end: 0, text: ':host {\n  display: block;\n}\n\n' },
  );
}
