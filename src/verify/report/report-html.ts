import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { gzipSync } from 'node:zlib';
import type { Library } from '../../library/open-library.js';
import { escapeMarkup } from '../../syntax/markup.js';
import { toolFile } from '../../system/tool-files.js';
import { FACETS } from '../facets/index.js';
import {
  type Cause,
  type Counts,
  grouped,
  marksOf,
  type Overview,
  overviewOf,
  TOLD_STANDINGS,
} from '../overview.js';
import {
  COUNT_WORDS,
  shownStandings,
  STANDINGS,
  VERDICT_WORDS,
  type Standing,
  type VerifyReport,
  type VerifyResult,
} from '../result.js';
import { TYPES } from '../types/types-facet.js';
import { SIGN_PATHS, type ElementDetails, type ReportData, type VerdictCounts } from './report-data.js';
import { REPORT_STYLE } from './report-style.js';

/**
 * A report as one HTML file: the overview and the causes as plain markup, and a script that filters and that opens cells. It asks
 * nothing of the network; its policy allows its own script and style and nothing else.
 */
export async function reportHtml(report: VerifyReport, library: Library): Promise<string> {
  const overview = overviewOf(report);
  const columns = columnsOf(overview, report);
  const script = await readFile(toolFile('report.js'), 'utf8');
  const policy = `default-src 'none'; img-src data:; style-src '${hashOf(REPORT_STYLE)}'; script-src '${hashOf(script)}'; base-uri 'none'; form-action 'none'`;
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<meta http-equiv="Content-Security-Policy" content="${policy}">
<title>${escapeMarkup(library.name)}: verified</title>
<style>${REPORT_STYLE}</style>
</head>
<body>
<header>
<h1>${escapeMarkup(library.name)} <small>${escapeMarkup(library.version)}</small></h1>
${summaryList(report)}
<p class="run">${escapeMarkup(runLine(report))}</p>
</header>
<main>
<form class="filters" hidden aria-label="Filters"></form>
<p class="shown" role="status"></p>
<div class="board">
<table class="matrix">
<caption>A row for each element, a column for each framework${several(overview) ? ' and browser' : ''}. A cell leads to the code that ran and to what was seen.</caption>
<thead><tr><td></td>${columns.map(({ title }) => `<th scope="col">${escapeMarkup(title)}</th>`).join('')}</tr></thead>
<tbody>
${overview.rows.map(({ element, cells }) => `<tr data-element="${escapeMarkup(element)}"><th scope="row"><code>${escapeMarkup(element)}</code></th>${cells.map(cell).join('')}</tr>`).join('\n')}
</tbody>
</table>
</div>
<p class="legend">${shownStandings(report.summary)
    .map(
      (verdict) =>
        `<span class="${verdict}">${sign(verdict)} ${verdict === 'fits' ? 'all fit' : COUNT_WORDS[verdict]}</span>`,
    )
    .join(' ')}</p>
${causes(overview, report)}
</main>
${data('overview', dataOf(overview, columns))}
${data('pictures', report.pictures)}
${[...grouped(report.results, ({ element }) => element)].map(([element, own]) => details(element, own)).join('\n')}
<script>${script}</script>
</body>
</html>
`;
}

function hashOf(text: string): string {
  return `sha256-${createHash('sha256').update(text).digest('base64')}`;
}

/** Data for the script; no text of it can end the element that it stands in. */
function data(id: string, value: unknown): string {
  return `<script type="application/json" id="${id}">${JSON.stringify(value).replace(/</g, '\\u003c')}</script>`;
}

/** Everything of an element, packed: it is unpacked when somebody looks at it. */
function details(element: string, results: readonly VerifyResult[]): string {
  const sources = new Map<string, number>();
  const detailed: ElementDetails['results'] = results.map((result) => {
    const { facet, framework, browser, subject, verdict, note, accepted, general, seen, observed, pictures } =
      result;
    const source = sources.get(result.source) ?? sources.size;
    sources.set(result.source, source);
    return {
      facet,
      framework,
      browser,
      subject,
      verdict,
      note,
      accepted,
      general,
      seen,
      source,
      observed,
      pictures,
    };
  });
  const text = JSON.stringify({ sources: [...sources.keys()], results: detailed } satisfies ElementDetails);
  return `<script type="text/plain" data-details="${escapeMarkup(element)}">${gzipSync(text).toString('base64')}</script>`;
}

function sign(verdict: Standing): string {
  return `<svg class="sign" viewBox="0 0 16 16" aria-hidden="true"><path d="${SIGN_PATHS[verdict]}"/></svg>`;
}

function several({ columns }: Overview): boolean {
  return new Set(columns.map(({ browser }) => browser)).size > 1;
}

function columnsOf(overview: Overview, { frameworks }: VerifyReport): ReportData['columns'] {
  return overview.columns.map(({ framework, browser }) => {
    const name = (frameworks.find((one) => one.name === framework)?.title ?? framework).replace(
      /^Plain /,
      '',
    );
    return { framework, browser, title: several(overview) ? `${name}, ${browser}` : name };
  });
}

function dataOf({ rows }: Overview, columns: ReportData['columns']): ReportData {
  const named = new Set(rows.flatMap((row) => row.facets.map(({ name }) => name)));
  const facets = [...FACETS, TYPES].filter(({ name }) => named.has(name));
  const places = new Map(facets.map(({ name }, place) => [name, place]));
  return {
    columns,
    facets: facets.map(({ name, title }) => ({ name, title })),
    rows: rows.map((row) => ({
      element: row.element,
      cells: Object.fromEntries(
        row.facets.map(({ name, cells }) => [
          places.get(name)!,
          cells.map((counts) =>
            counts ? (STANDINGS.map((standing) => counts[standing]) as VerdictCounts) : null,
          ),
        ]),
      ),
    })),
  };
}

function cell(counts: Counts | undefined): string {
  // A framework without a checker is promised no types.
  if (!counts) return '<td></td>';
  const parts = marksOf(counts).map((verdict) =>
    verdict === 'fits'
      ? `<span class="fits" title="all fit">${sign('fits')}</span>`
      : `<span class="${verdict}" title="${counts[verdict]} ${COUNT_WORDS[verdict]}">${sign(verdict)}${counts[verdict]}</span>`,
  );
  return `<td>${parts.join(' ')}</td>`;
}

function causes({ causes: all }: Overview, report: VerifyReport): string {
  return TOLD_STANDINGS.map((verdict) => {
    const own = all.filter((cause) => cause.standing === verdict);
    if (own.length === 0) return '';
    return `<section class="causes" data-verdict="${verdict}"><h2 class="${verdict}">${sign(verdict)} ${VERDICT_WORDS[verdict]}</h2>${own.map((cause) => causeItem(cause, report)).join('')}</section>`;
  }).join('\n');
}

function causeItem(
  { standing, note, accepted, source, places }: Cause,
  { frameworks, browsers }: VerifyReport,
): string {
  const items = places.map((place) => {
    const inFrameworks =
      place.frameworks.length === frameworks.length && frameworks.length > 1
        ? 'all frameworks'
        : place.frameworks.join(', ');
    const inBrowsers =
      browsers.length < 2
        ? ''
        : ` · ${place.browsers.length === browsers.length ? 'all browsers' : place.browsers.join(', ')}`;
    const about = place.elements
      .map(({ tag, subjects }) => {
        const target = `#element=${encodeURIComponent(tag)}&facet=${encodeURIComponent(place.facets[0]!)}&open=${[tag, place.frameworks[0]!, place.browsers[0]!].map(encodeURIComponent).join('/')}`;
        const more = subjects.length > 0 ? ` <small>${escapeMarkup(subjects.join(', '))}</small>` : '';
        return `<a data-element="${escapeMarkup(tag)}" href="${escapeMarkup(target)}"><code>${escapeMarkup(tag)}</code></a>${more}`;
      })
      .join(', ');
    return `<li data-frameworks="${place.frameworks.join(' ')}" data-browsers="${place.browsers.join(' ')}" data-facets="${place.facets.join(' ')}">${escapeMarkup(`${place.facets.join(', ')} · ${inFrameworks}${inBrowsers}`)} · ${about}</li>`;
  });
  const why = accepted === undefined ? '' : `<p>${escapeMarkup(accepted)}</p>`;
  // What marks no cell is not looked up there.
  const code =
    standing === 'general' && source !== ''
      ? `<details><summary>Usage code</summary><pre tabindex="0"><code>${escapeMarkup(source)}</code></pre></details>`
      : '';
  return `<div class="cause"><h3>${escapeMarkup(note)}</h3>${why}<ul>${items.join('')}</ul>${code}</div>`;
}

function summaryList({ summary }: VerifyReport): string {
  const items = shownStandings(summary).map(
    (verdict) => `<li class="${verdict}"><b>${summary[verdict]}</b> ${COUNT_WORDS[verdict]}</li>`,
  );
  return `<ul class="summary">${items.join('')}</ul>`;
}

function runLine({ frameworks, browsers, seconds, cells }: VerifyReport): string {
  const named = frameworks.map(({ title, version }) =>
    version ? `${title.replace(/ \d+$/, '')} ${version}` : title,
  );
  const remembered =
    cells.remembered > 0 ? `; ${cells.seen} cells verified now, ${cells.remembered} from the cache` : '';
  return `${named.join(', ')} in ${browsers.map(({ version }) => version).join(', ') || 'no browser'}, ${seconds.toFixed(1)} s${remembered}`;
}
