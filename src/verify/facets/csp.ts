import type { Facet, ProbePage } from '../facet.js';
import { innerRoot } from '../inner-root.js';
import { Observer } from '../observe.js';
import { allSamples, type SampleData } from './plan-samples.js';
import { HALTING, runSteps, UNHEARD, withSample } from './run-steps.js';

interface Data {
  samples: SampleData[];
  /** True if the contract or the library promises it; else what is wrong can be lived with. */
  promised: boolean;
}

/** What a page must allow for what a directive forbids, and how an element does without. */
const WAYS: Readonly<Record<string, string>> = {
  'style-src-elem':
    "the page must allow it (style-src 'unsafe-inline'), or the element adopts a constructed style sheet (adoptedStyleSheets)",
  'style-src-attr':
    "the page must allow it (style-src 'unsafe-inline'), or the element sets style properties by script (element.style)",
  'script-src':
    "the page must allow it (script-src 'unsafe-eval'), or the element does without code made from text",
  'script-src-elem': "the page must allow it (script-src 'unsafe-inline'), or the element imports a module",
  'script-src-attr':
    "the page must allow it (script-src 'unsafe-inline'), or the element adds listeners by script",
  'require-trusted-types-for':
    "the page must leave out require-trusted-types-for 'script', or the element makes a Trusted Types policy of its own for its markup (trustedTypes.createPolicy)",
};

/** Runs under a strict Content-Security-Policy and Trusted Types. */
export const csp: Facet<Data> = {
  name: 'csp',
  title: 'It runs under a strict policy',
  page: 'strict',

  plan(facts) {
    const { scenes, data: samples } = allSamples(facts);
    return {
      scenes: { ...scenes, bare: facts.scene({}) },
      data: { samples, promised: facts.strictPolicy },
    };
  },

  async probe(page, { samples, promised }) {
    const observer = new Observer(page.tag);
    const violations = watchViolations(page.tag);
    const why = await page.whyNotMade();
    if (why === undefined) await runAll(page, samples, observer);
    // Violations are told in a task of their own.
    await page.until(() => violations.own.length > 0, 40);
    violations.end();
    const blame = (did: string, saw: string, note: string): void => {
      if (promised) observer.fail(did, saw, 'none');
      else observer.care(did, saw, note);
    };
    const seen = new Set<string>();
    for (const { effectiveDirective, sample } of violations.own) {
      if (seen.has(effectiveDirective)) continue;
      seen.add(effectiveDirective);
      blame(
        'look for violations',
        `${effectiveDirective}${sample ? `: ${sample}` : ''}`,
        `Under a strict policy it violates ${effectiveDirective}: ${
          WAYS[effectiveDirective] ?? `the page must allow it (${effectiveDirective})`
        }.`,
      );
    }
    const errors = page.errors();
    if (why !== undefined && seen.size === 0) observer.leave(`${why}; see upgrade.`);
    for (const error of errors) {
      // An error that comes of a violation has been told with it.
      if (seen.size > 0 && /TrustedHTML|TrustedScript|Content Security Policy|unsafe-eval/.test(error))
        continue;
      blame('run it', `error: ${error}`, `Under a strict policy it throws: ${error}.`);
    }
    if (violations.own.length === 0) observer.saw('look for violations', 'none');
    if (violations.foreign.length > 0) {
      const { effectiveDirective } = violations.foreign[0]!;
      observer.care(
        'look for violations of the framework',
        effectiveDirective,
        `The framework itself violates "${effectiveDirective}"; its documentation says how it runs under a policy.`,
      );
    }
    return [observer.result()];
  },
};

async function runAll(page: ProbePage, samples: readonly SampleData[], observer: Observer): Promise<void> {
  const mounted = await page.mount('bare');
  await page.settle();
  await mounted.unmount();
  observer.saw('draw it', 'done');
  for (const sample of samples) {
    const ran = await withSample(page, sample, (shown) => runSteps(page, shown, sample, UNHEARD));
    observer.saw(`run “${sample.sample}”`, ran ? 'done' : `left out: ${HALTING}`);
  }
}

interface Violations {
  own: SecurityPolicyViolationEvent[];
  /** Those of the framework's own code. */
  foreign: SecurityPolicyViolationEvent[];
  end(): void;
}

/** What is violated inside the element, or by its own code, is its doing; else the framework's own code is behind it. */
function watchViolations(tag: string): Violations {
  const own: SecurityPolicyViolationEvent[] = [];
  const foreign: SecurityPolicyViolationEvent[] = [];
  const isInside = (event: Event): boolean =>
    event
      .composedPath()
      .some(
        (node) =>
          node instanceof Element &&
          (node.localName === tag || (node.getRootNode() as ShadowRoot).host?.localName === tag),
      ) || [...document.querySelectorAll(tag)].some((element) => innerRoot(element) === event.target);
  const note = (event: SecurityPolicyViolationEvent): void => {
    const ofFramework = /\/(?:vendor|examples)\/|mount\.js/.test(event.sourceFile) && !isInside(event);
    (ofFramework ? foreign : own).push(event);
  };
  document.addEventListener('securitypolicyviolation', note);
  return { own, foreign, end: () => document.removeEventListener('securitypolicyviolation', note) };
}
