import { visibleLine } from '../findings/visible.js';
import type { Outcome } from './probe-runner.js';
import type { VerifyResult } from './result.js';

/** The results of a cell, from how its probe ended; none where nothing is promised. */
export function toResults(
  outcome: Outcome,
  cell: Pick<VerifyResult, 'element' | 'facet' | 'framework' | 'browser' | 'source' | 'seen'>,
): VerifyResult[] {
  const { element, facet, framework, browser, source, seen } = cell;
  const whole = (verdict: 'fails' | 'unchecked', note: string): VerifyResult[] => [
    {
      element,
      facet,
      subject: element,
      framework,
      browser,
      verdict,
      note: visibleLine(note),
      source,
      seen,
      observed: [],
    },
  ];
  // What is not promised is no cell of the matrix.
  if ('nothing' in outcome) return [];
  if ('untried' in outcome) return whole('unchecked', outcome.untried);
  if ('broke' in outcome) return whole('fails', outcome.broke);
  return outcome.done.map(({ subject, verdict, note, observed, pictures }) =>
    withVisibleWords({
      element,
      facet,
      subject,
      framework,
      browser,
      verdict,
      note,
      source,
      seen,
      observed: [...observed],
      ...(pictures === undefined ? {} : { pictures }),
    }),
  );
}

/** A result whose words, which may come from a page or from somebody's file, act on nobody who reads them. */
export function withVisibleWords(result: VerifyResult): VerifyResult {
  const { element, facet, subject, framework, browser, note, observed } = result;
  return {
    ...result,
    element: visibleLine(element),
    facet: visibleLine(facet),
    subject: visibleLine(subject),
    framework: visibleLine(framework),
    browser: visibleLine(browser),
    note: visibleLine(note),
    observed: observed.map(({ did, saw, wanted }) => ({
      did: visibleLine(did),
      saw: visibleLine(saw),
      ...(wanted === undefined ? {} : { wanted: visibleLine(wanted) }),
    })),
  };
}
