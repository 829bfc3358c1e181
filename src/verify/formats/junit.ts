import { xml } from '../../findings/formats/format.js';
import { grouped } from '../overview.js';
import { cellOf, standingOf, VERDICT_WORDS, type VerifyReport, type VerifyResult } from '../result.js';
import type { VerifyFormat } from './format.js';

/** JUnit's XML: a suite for each framework and browser, a case for each facet of each element. */
export const junit: VerifyFormat = {
  name: 'junit',
  write(report) {
    const suites = [...grouped(report.results, ({ framework, browser }) => `${framework} ${browser}`)].map(
      ([name, own]) => suite(name, own),
    );
    return `<?xml version="1.0" encoding="UTF-8"?>\n<testsuites name="lastwright verify">\n${suites.join('')}</testsuites>\n`;
  },
};

function suite(name: string, results: VerifyReport['results']): string {
  const cells = [...grouped(results, ({ element, facet }) => `${element} ${facet}`).values()].map(cellOf);
  const count = (verdict: VerifyResult['verdict']): number =>
    cells.filter((cell) => cell.verdict === verdict).length;
  const cases = cells.map(({ verdict, results: own }) => {
    const { element, facet } = own[0]!;
    const told = own
      .filter((result) => result.verdict !== 'fits')
      .map(
        (result) =>
          `${VERDICT_WORDS[standingOf(result)]}: ${result.subject}: ${result.note}${result.accepted === undefined ? '' : ` (${result.accepted})`}`,
      )
      .join('\n');
    const head = `    <testcase classname="${xml(element)}" name="${xml(facet)}"`;
    const [first] = own.filter((result) => standingOf(result) === verdict);
    if (verdict === 'fails')
      return `${head}>\n      <failure message="${xml(first!.note)}">${xml(told)}</failure>\n    </testcase>\n`;
    if (verdict === 'unchecked')
      return `${head}>\n      <skipped message="${xml(first!.note)}"/>\n    </testcase>\n`;
    return told ? `${head}>\n      <system-out>${xml(told)}</system-out>\n    </testcase>\n` : `${head}/>\n`;
  });
  return `  <testsuite name="${xml(name)}" tests="${cells.length}" failures="${count('fails')}" skipped="${count('unchecked')}">\n${cases.join('')}  </testsuite>\n`;
}
