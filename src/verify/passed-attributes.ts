import { enumeratedAttribute } from '../standards/keywords.js';
import { nativeAttributes } from '../standards/standards.js';

/** An attribute of the control inside, with two texts for it; both empty for one that is there or not. */
export interface PassedAttribute {
  name: string;
  first: string;
  second: string;
  /** Names of the elements that have it, among those that the control can be. */
  tags: string[];
}

/** Attributes that name other elements: they work by reference, where the element stands, and are no text there. */
const BY_REFERENCE: ReadonlySet<string> = new Set(['commandfor', 'form', 'list', 'popovertarget', 'usemap']);

/** Attributes that are obsolete (HTML, section 16.2), or that not every browser has yet. */
const SELDOM: ReadonlySet<string> = new Set(
  'align alpha border charset closedby colorspace command coords hspace longdesc lowsrc rev shape vspace'.split(
    ' ',
  ),
);

/** Attributes whose text is an address, a list of addresses, or a command. */
const TEXTS: Readonly<Record<string, [string, string]>> = {
  action: ['#given', '#later'],
  command: ['--given', '--later'],
  cite: ['#given', '#later'],
  data: ['#given', '#later'],
  formaction: ['#given', '#later'],
  href: ['#given', '#later'],
  longdesc: ['#given', '#later'],
  ping: ['#given', '#later'],
  poster: ['data:,given', 'data:,later'],
  spellcheck: ['true', 'false'],
  autocorrect: ['on', 'off'],
  inputmode: ['numeric', 'text'],
  enterkeyhint: ['done', 'next'],
  autocapitalize: ['words', 'none'],
  src: ['data:,given', 'data:,later'],
  srcset: ['data:,given 1x', 'data:,later 1x'],
};

/** What each attribute that reaches the control can be tried with; the control is an element of one of the tags. */
export function passedToTry(
  names: readonly string[],
  tags: readonly string[],
  /** True for a class that somebody wrote, which may have a list of the attributes that people use. */
  wrapped: boolean,
): PassedAttribute[] {
  return names.flatMap((name): PassedAttribute[] => {
    if (BY_REFERENCE.has(name) || (wrapped && SELDOM.has(name))) return [];
    const having = tags.filter((candidate) => name in nativeAttributes(candidate));
    const tag = having[0] ?? '';
    const keywords = enumeratedAttribute(tag, name)?.keywords;
    const [first, second] = keywords ?? TEXTS[name] ?? textsFor(nativeAttributes(tag)[name]?.type);
    return [{ name, first: first!, second: second!, tags: having }];
  });
}

function textsFor(type: string | undefined): [string, string] {
  if (type === 'boolean') return ['', ''];
  return type === 'number' ? ['3', '7'] : ['Given', 'Given later'];
}
