import { libraryKey } from '../analysis/remembered.js';
import type { ComponentFramework } from '../contract/component-frameworks.js';
import type { Analysis } from '../library/library-element.js';
import { madeIn } from '../library/made-in.js';
import type { Library } from '../library/open-library.js';
import { cachedAbout } from '../system/cache.js';
import { once } from '../system/once.js';
import { recallValue, rememberValue } from '../system/remembered-value.js';
import { toolKey } from '../system/tool-key.js';
import { memberKinds, type MemberKinds } from './control/member-kinds.js';
import type { ElementFacts } from './facet.js';

/** What must be known of a library's elements to find what was seen of them: no more than names and keys. */
export interface KnownElements {
  elements: KnownElement[];
  /** Names of the frameworks that elements share with the page that they are in. */
  shared: ComponentFramework[];
}

export interface KnownElement {
  tag: string;
  /** Tags of elements that it is shown with. */
  uses: string[];
  /** A short name for what facets are derived from. */
  facts: string;
  /** Of which kind each of its members is, by name. */
  kinds: MemberKinds;
}

/** A library that is verified. It is analyzed when somebody needs more of it than what was known before. */
export interface VerifySubject {
  library: Library;
  analysis(): Promise<Analysis>;
  /** By tag. */
  facts(): Promise<ReadonlyMap<string, ElementFacts>>;
  known(): Promise<KnownElements>;
}

/** A library that was analyzed. */
export function analyzedSubject(analysis: Analysis): VerifySubject {
  return subject(analysis.library, () => Promise.resolve(analysis));
}

/**
 * A library of which files tell everything, by this version of the tool. As long as they stay what they are, what is known of its
 * elements is remembered.
 */
export function openedSubject(library: Library, analyze: () => Promise<Analysis>): VerifySubject {
  const analyzed = subject(library, analyze);
  const place = cachedAbout('elements', library.root);
  const known = once(async () => {
    const key = libraryKey(library, await toolKey());
    const recalled = await recallValue<KnownElements>(place, key, madeIn(library));
    if (recalled) return recalled.value;
    const value = await analyzed.known();
    await rememberValue(place, { key, traces: [], value });
    return value;
  });
  return { ...analyzed, known };
}

function subject(library: Library, analyze: () => Promise<Analysis>): VerifySubject {
  const analysis = once(analyze);
  const facts = once(async () => {
    const [{ elements }, { factsOf }] = await Promise.all([analysis(), import('./facts.js')]);
    const tags = new Set(elements.map(({ contract }) => contract.tag));
    return new Map(elements.map((element) => [element.contract.tag, factsOf(element, library, tags)]));
  });
  const known = once(async () => {
    const [{ elements }, { factsKey }, { sharedNames }] = await Promise.all([
      analysis(),
      import('./rests-on.js'),
      import('./shared-names.js'),
    ]);
    const all = await facts();
    return {
      elements: [...all].map(([tag, one]) => ({
        tag,
        uses: one.uses,
        facts: factsKey(one),
        kinds: memberKinds(one.contract),
      })),
      shared: sharedNames(elements),
    };
  });
  return { library, analysis, facts, known };
}
