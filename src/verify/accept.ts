import type { Acceptance } from '../library/open-library.js';
import { summarize, type AcceptanceOutcome, type VerifyReport, type VerifyResult } from './result.js';

/**
 * A report in which results that the library accepts (`accept:` in `lastwright.yaml`) have the reason, and what became of each
 * acceptance. `day` is a date as `YYYY-MM-DD`: one that ended before accepts nothing.
 */
export function accept(report: VerifyReport, acceptances: readonly Acceptance[], day: string): VerifyReport {
  const counts = acceptances.map(() => 0);
  const results = report.results.map((seen): VerifyResult => {
    const result = { ...seen };
    delete result.accepted;
    if (result.verdict !== 'care' && result.verdict !== 'fails') return result;
    const index = acceptances.findIndex((one) => covers(one, result));
    if (index < 0) return result;
    counts[index]!++;
    return hasEnded(acceptances[index]!, day) ? result : { ...result, accepted: acceptances[index]!.reason };
  });
  const outcomes = acceptances.map((one, index): AcceptanceOutcome => {
    const count = counts[index]!;
    const isChecked = results.some((result) => result.verdict !== 'unchecked' && covers(one, result));
    const outcome = !isChecked ? 'unchecked' : hasEnded(one, day) ? 'ended' : count > 0 ? 'used' : 'unused';
    return { ...one, count, outcome };
  });
  const accepted = { ...report, results, summary: summarize(results) };
  // A part of a split run knows little of what no longer occurs.
  return report.shard || outcomes.length === 0 ? accepted : { ...accepted, acceptances: outcomes };
}

function covers(
  { facet, framework, browser, element }: Acceptance,
  result: Pick<VerifyResult, 'facet' | 'framework' | 'browser' | 'element'>,
): boolean {
  const isAmong = (names: readonly string[] | undefined, name: string): boolean =>
    names === undefined || names.includes(name);
  return (
    facet === result.facet &&
    isAmong(framework, result.framework) &&
    isAmong(browser, result.browser) &&
    isAmong(element, result.element)
  );
}

function hasEnded({ until }: Acceptance, day: string): boolean {
  return until !== undefined && until < day;
}

/** The date of today where the tool runs, as `YYYY-MM-DD`. */
export function today(): string {
  const now = new Date();
  return [now.getFullYear(), now.getMonth() + 1, now.getDate()]
    .map((number) => String(number).padStart(2, '0'))
    .join('-');
}
