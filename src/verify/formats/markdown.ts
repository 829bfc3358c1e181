import { markdownCell as cell, markdownCode as code } from '../../findings/formats/format.js';
import { grouped, overviewOf, type Cause, type Counts, type Overview } from '../overview.js';
import { COUNT_WORDS, VERDICT_WORDS, type VerifyReport } from '../result.js';
import type { VerifyFormat } from './format.js';

/** The matrix and its causes, for a comment or a page. */
export const markdown: VerifyFormat = {
  name: 'markdown',
  write(report) {
    const overview = overviewOf(report);
    const { fits, care, fails, unchecked } = report.summary;
    return [
      `**${fits} fit, ${care} need care, ${fails} fail, ${unchecked} not checked** (${cell(versions(report))})`,
      '',
      ...tables(overview, report),
      ...overview.causes.map((cause) => line(cause, report)),
      '',
    ].join('\n');
  },
};

/** A table for the browsers in which all is alike, and one for each other. */
function tables({ columns, rows }: Overview, { hosts }: VerifyReport): string[] {
  const title = (name: string): string => hosts.find((host) => host.name === name)?.title ?? name;
  const engines = [...new Set(columns.map(({ engine }) => engine))];
  const written = engines.map((engine) => {
    const places = columns.flatMap((column, place) => (column.engine === engine ? [place] : []));
    const lines = [
      row(['', ...places.map((place) => title(columns[place]!.host))]),
      row(['---', ...places.map(() => '---')]),
      ...rows.map(({ element, cells }) =>
        row([code(element), ...places.map((place) => words(cells[place]))]),
      ),
    ];
    return { engine, text: lines.join('\n') };
  });
  return [...grouped(written, ({ text }) => text)].flatMap(([text, same]) => [
    ...(engines.length > 1 ? [`In ${same.map(({ engine }) => engine).join(' and ')}:`, ''] : []),
    text,
    '',
  ]);
}

function versions({ engines, hosts }: VerifyReport): string {
  const frameworks = hosts
    .filter(({ version }) => version)
    .map(({ title, version }) => `${title.replace(/ \d+$/, '')} ${version}`);
  return [...engines.map(({ version }) => version), ...frameworks].join(', ');
}

function row(cells: readonly string[]): string {
  return `| ${cells.join(' | ')} |`;
}

function words(counts: Counts | undefined): string {
  if (!counts) return '';
  const parts = (['fails', 'care', 'unchecked'] as const)
    .filter((verdict) => counts[verdict] > 0)
    .map((verdict) => `${counts[verdict]} ${COUNT_WORDS[verdict]}`);
  return parts.join(', ') || 'fits';
}

function line({ verdict, note, places }: Cause, { hosts, engines }: VerifyReport): string {
  const where = places.map((place) => {
    const inHosts = place.hosts.length === hosts.length && hosts.length > 1 ? 'all' : place.hosts.join(', ');
    const inEngines =
      engines.length > 1
        ? ` in ${place.engines.length === engines.length ? 'all engines' : place.engines.join(', ')}`
        : '';
    const about = place.elements.map(({ tag }) => code(tag)).join(', ');
    return `${inHosts}${inEngines}: ${place.facets.join(', ')} of ${about}`;
  });
  return `- **${VERDICT_WORDS[verdict]}**: ${cell(note)} (${where.join('; ')})`;
}
