import { markdownCell as cell, markdownCode as code } from '../../findings/formats/format.js';
import { grouped, marksOf, overviewOf, type Cause, type Counts, type Overview } from '../overview.js';
import { COUNT_WORDS, shownStandings, VERDICT_WORDS, type VerifyReport } from '../result.js';
import type { VerifyFormat } from './format.js';

/** The matrix and its causes, for a comment or a page. */
export const markdown: VerifyFormat = {
  name: 'markdown',
  write(report) {
    const overview = overviewOf(report);
    const { summary } = report;
    const counts = shownStandings(summary).map((standing) => `${summary[standing]} ${COUNT_WORDS[standing]}`);
    return [
      `**${counts.join(', ')}** (${cell(versions(report))})`,
      '',
      ...tables(overview, report),
      ...overview.causes.map((cause) => line(cause, report)),
      '',
    ].join('\n');
  },
};

/** A table for the browsers in which all is alike, and one for each other. */
function tables({ columns, rows }: Overview, { frameworks }: VerifyReport): string[] {
  const title = (name: string): string =>
    frameworks.find((framework) => framework.name === name)?.title ?? name;
  const browsers = [...new Set(columns.map(({ browser }) => browser))];
  const written = browsers.map((browser) => {
    const places = columns.flatMap((column, place) => (column.browser === browser ? [place] : []));
    const lines = [
      row(['', ...places.map((place) => title(columns[place]!.framework))]),
      row(['---', ...places.map(() => '---')]),
      ...rows.map(({ element, cells }) =>
        row([code(element), ...places.map((place) => words(cells[place]))]),
      ),
    ];
    return { browser, text: lines.join('\n') };
  });
  return [...grouped(written, ({ text }) => text)].flatMap(([text, same]) => [
    ...(browsers.length > 1 ? [`In ${same.map(({ browser }) => browser).join(' and ')}:`, ''] : []),
    text,
    '',
  ]);
}

function versions({ browsers, frameworks }: VerifyReport): string {
  const named = frameworks
    .filter(({ version }) => version)
    .map(({ title, version }) => `${title.replace(/ \d+$/, '')} ${version}`);
  return [...browsers.map(({ version }) => version), ...named].join(', ');
}

function row(cells: readonly string[]): string {
  return `| ${cells.join(' | ')} |`;
}

function words(counts: Counts | undefined): string {
  if (!counts) return '';
  return marksOf(counts)
    .map((standing) => (standing === 'fits' ? 'fits' : `${counts[standing]} ${COUNT_WORDS[standing]}`))
    .join(', ');
}

function line({ standing, note, accepted, places }: Cause, { frameworks, browsers }: VerifyReport): string {
  const where = places.map((place) => {
    const inFrameworks =
      place.frameworks.length === frameworks.length && frameworks.length > 1
        ? 'all'
        : place.frameworks.join(', ');
    const inBrowsers =
      browsers.length > 1
        ? ` in ${place.browsers.length === browsers.length ? 'all browsers' : place.browsers.join(', ')}`
        : '';
    const about = place.elements.map(({ tag }) => code(tag)).join(', ');
    return `${inFrameworks}${inBrowsers}: ${place.facets.join(', ')} of ${about}`;
  });
  const why = accepted === undefined ? '' : ` ${cell(accepted)}`;
  return `- **${VERDICT_WORDS[standing]}**${why && ','}${why}: ${cell(note)} (${where.join('; ')})`;
}
