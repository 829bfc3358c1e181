import type { Behavior } from '../behavior/read-behavior.js';
import { locationOf, type Finding } from '../findings/finding.js';
import type { Code } from '../findings/severities.js';
import type { ParsedView } from '../view/parse-view.js';

/** What is known of an element's files only in part, because of errors in them. */
export interface PartlyKnown {
  hasAllNames: boolean;
  behavior: Behavior | undefined;
  view: ParsedView | undefined;
}

/** Findings about unknown names: a contract whose names are partly unreadable may declare them. */
const NAMES_OF_CONTRACT: readonly Code[] = [
  'behavior/unknown-member',
  'event/undeclared',
  'form/value',
  'part/undeclared',
  'passthrough/part',
  'sample/unknown-attribute',
  'sample/unknown-event',
  'sample/unknown-method',
  'sample/unknown-part',
  'sample/unknown-property',
  'sample/unknown-slot',
  'sample/unknown-state',
  'slot/gives',
  'slot/undeclared',
  'style/undeclared-property',
  'style/unused-part',
  'variant/unknown',
  'view/unknown-name',
];

/** What may be in a behavior that could not be read. */
const NAMES_OF_BEHAVIOR: readonly Code[] = [
  'event/never-emitted',
  'form/value',
  'method/missing',
  'slot/gives',
  'view/unknown-name',
];

/** What code of a view that could not be understood may use. */
const USED_BY_VIEW: readonly Code[] = ['behavior/unused'];

/** Errors of a style because of which a rule of it is left out. */
const LEAVES_RULES_OUT: ReadonlySet<Code> = new Set<Code>(['style/slotted', 'style/syntax']);

/** What may be in rules of a style that could not be understood. */
const IN_STYLE: readonly Code[] = [
  'style/host-inline',
  'style/unknown-class',
  'style/unread-property',
  'style/unused-part',
];

/** What may follow from an error that is a finding of its own. */
const FOLLOWING: Partial<Record<Code, readonly Code[]>> = {
  'event/relay': ['event/never-emitted'],
  'passthrough/native': ['passthrough/other-element'],
  'slot/keyed': ['slot/without-key'],
  'variant/unknown': ['style/unknown-class'],
  // A misspelt function is not used under its own name.
  'view/unknown-name': ['behavior/unused'],
};

/** Findings less those that may only follow from errors in other files, or in other lines, which are findings of their own. */
export function withoutConsequences(
  findings: readonly Finding[],
  inContract: readonly Finding[],
  known: PartlyKnown,
): Finding[] {
  const errors = inContract.filter(({ severity }) => severity === 'error');
  const left = new Set<Code>([
    ...[...errors, ...findings].flatMap(({ code }) => FOLLOWING[code] ?? []),
    ...(known.hasAllNames ? [] : NAMES_OF_CONTRACT),
    ...(known.behavior?.isWhole === false ? NAMES_OF_BEHAVIOR : []),
    ...(findings.some(({ code }) => LEAVES_RULES_OUT.has(code)) ? IN_STYLE : []),
    ...(known.view?.isWhole === false ? USED_BY_VIEW : []),
  ]);
  // Of a member of the contract that is wrong itself, nothing more is said.
  const wrong = new Set(errors.map(locationOf));
  return findings.filter((finding) => !left.has(finding.code) && !wrong.has(locationOf(finding)));
}
