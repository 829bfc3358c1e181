import type { CheckReport } from '../../findings/check-report.js';
import type { Finding } from '../../findings/finding.js';
import type { Analysis, LibraryElement } from '../../library/library-element.js';
import { FACETS } from '../facets/index.js';
import { overviewOf, type Place } from '../overview.js';
import type { VerifyReport } from '../result.js';
import { TYPES } from '../types/types-facet.js';

const SEVERITIES = {
  fails: 'error',
  care: 'warning',
  unchecked: 'note',
  accepted: 'note',
  general: 'note',
} as const;

/** Where members stand in a contract. */
const MEMBERS = ['properties', 'slots', 'events', 'methods', 'parts', 'states', 'cssProperties'];

/** What does not fit as findings, each at the line of the contract that promises it: a cause once for each element. */
export function asFindings(report: VerifyReport, { elements }: Analysis): CheckReport {
  const findings: Finding[] = overviewOf(report).causes.flatMap(({ standing, note, accepted, places }) =>
    places.flatMap((place) =>
      place.elements.flatMap(({ tag, subjects }) => {
        const element = elements.find(({ contract }) => contract.tag === tag);
        if (!element) return [];
        return {
          // The facet stands in the place of a code: what is looked up is the facet.
          code: `verify/${place.facets[0]!}` as Finding['code'],
          severity: SEVERITIES[standing],
          message: `${accepted === undefined ? '' : `Accepted (${accepted}): `}${note} (${[...subjects, titlesOf(place)].join('; ')})`,
          help: `Seen in ${place.frameworks.join(', ')}, ${place.browsers.join(', ')}.`,
          file: element.folder.contract.file,
          ...lineOf(element, subjects[0]),
        };
      }),
    ),
  );
  const count = (severity: string): number =>
    findings.filter((finding) => finding.severity === severity).length;
  return {
    findings,
    summary: { elements: elements.length, errors: count('error'), warnings: count('warning') },
  };
}

function titlesOf({ facets }: Place): string {
  return facets
    .map((name) => `${name}: ${[...FACETS, TYPES].find((facet) => facet.name === name)?.title ?? name}`)
    .join('; ');
}

/** Where a subject is declared: a member by its name, everything else by the tag. */
function lineOf({ contract }: LibraryElement, subject: string | undefined): { line: number; column: number } {
  const members = contract as unknown as Record<string, { name: string }[] | undefined>;
  const family = MEMBERS.find((kind) => members[kind]?.some(({ name }) => name === subject));
  return contract.locate(family ? [family, subject!] : ['tag'], 'key');
}
