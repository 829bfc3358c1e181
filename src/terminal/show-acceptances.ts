import colors from 'picocolors';
import { CONFIG_FILE, type Library } from '../library/open-library.js';
import type { VerifyReport } from '../verify/result.js';

/** Entries of `accept:` that accept nothing any more, each with its line. */
export function showAcceptances({ acceptances = [] }: VerifyReport, { locateConfig }: Library): string[] {
  return acceptances.flatMap(({ facet, framework, browser, element, until, outcome, count }, index) => {
    const where = `${CONFIG_FILE}:${locateConfig(['accept', index]).line}`;
    const about = [
      facet,
      ...[element, framework, browser].flatMap((names) => (names ? [names.join(', ')] : [])),
    ].join(' · ');
    if (outcome === 'unused')
      return colors.yellow(`Nothing left to accept: ${about}. Remove it from ${where}.`);
    if (outcome === 'ended' && count > 0)
      return colors.yellow(`No longer accepted since ${until}: ${about}. Fix it, or change ${where}.`);
    if (outcome === 'ended')
      return colors.yellow(`Nothing left to accept: ${about}. Remove it from ${where}.`);
    return [];
  });
}
