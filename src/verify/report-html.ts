import { escapeMarkup } from '../syntax/markup.js';
import type { Library } from '../library/open-library.js';
import type { Facet } from './facet.js';
import { FACETS } from './facets/index.js';
import {
  cellOf,
  COUNT_WORDS,
  SIGNS,
  VERDICT_WORDS,
  type Cell,
  type VerifyReport,
  type VerifyResult,
} from './result.js';
import { REPORT_STYLE } from './report-style.js';

interface Column {
  host: string;
  engine: string;
  title: string;
}

/** A report as one HTML file without scripts: the matrix first, then each cell with its source and evidence. */
export function reportHtml(report: VerifyReport, library: Library): string {
  const columns = columnsOf(report);
  const elements = [...new Set(report.results.map(({ element }) => element))];
  const cell = (element: string, facet: string, { host, engine }: Column): Cell =>
    cellOf(
      report.results.filter(
        (result) =>
          result.element === element &&
          result.facet === facet &&
          result.host === host &&
          result.engine === engine,
      ),
    );
  const facetsOf = (tag: string): Facet[] =>
    FACETS.filter(({ name }) =>
      report.results.some(({ element, facet }) => element === tag && facet === name),
    );
  const matrix = elements.flatMap((element) =>
    facetsOf(element).map(({ name, title }, place, facets) => {
      const head =
        place === 0
          ? `<th scope="rowgroup" rowspan="${facets.length}"><code>${escapeMarkup(element)}</code></th>`
          : '';
      const cells = columns.map((column) =>
        matrixCell(cell(element, name, column), anchor(element, name, column)),
      );
      return `<tr>${head}<th scope="row" title="${escapeMarkup(title)}">${escapeMarkup(name)}</th>${cells.join('')}</tr>`;
    }),
  );
  const details = elements.map((element) => {
    const sections = facetsOf(element).map(({ name, title }) => {
      const cells = columns.map((column) =>
        cellDetails(cell(element, name, column), column, anchor(element, name, column)),
      );
      return `<section><h3>${escapeMarkup(name)} <small>${escapeMarkup(title)}</small></h3>${cells.join('\n')}</section>`;
    });
    return `<h2><code>&lt;${escapeMarkup(element)}&gt;</code></h2>\n${sections.join('\n')}`;
  });
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'">
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
<table class="matrix">
<thead><tr><td></td><td></td>${columns.map(({ title }) => `<th scope="col">${escapeMarkup(title)}</th>`).join('')}</tr></thead>
<tbody>
${matrix.join('\n')}
</tbody>
</table>
<p class="legend">A star means that something of the cell was not checked. Every cell leads to the code that ran and to what was seen.</p>
${details.join('\n')}
</main>
</body>
</html>
`;
}

function columnsOf({ results, hosts, engines }: VerifyReport): Column[] {
  const keys = [...new Set(results.map(({ host, engine }) => `${host} ${engine}`))];
  return keys.map((key) => {
    const [host, engine] = key.split(' ') as [string, string];
    const name = hosts.find((one) => one.name === host)?.title ?? host;
    return { host, engine, title: engines.length > 1 ? `${name}, ${engine}` : name };
  });
}

function summaryList({ summary }: VerifyReport): string {
  const items = (['fits', 'care', 'fails', 'unchecked'] as const).map(
    (verdict) => `<li class="${verdict}"><b>${summary[verdict]}</b> ${COUNT_WORDS[verdict]}</li>`,
  );
  return `<ul class="summary">${items.join('')}</ul>`;
}

function runLine({ hosts, engines, seconds }: VerifyReport): string {
  const frameworks = hosts.map(({ title, version }) =>
    version ? `${title.replace(/ \d+$/, '')} ${version}` : title,
  );
  return `${frameworks.join(', ')} in ${engines.map(({ version }) => version).join(', ') || 'no browser'}, ${seconds.toFixed(1)} s`;
}

function anchor(element: string, facet: string, { host, engine }: Column): string {
  return [element, facet, host, engine].join('.').replace(/[^A-Za-z0-9.-]/g, '-');
}

function matrixCell({ verdict, partly }: Cell, target: string): string {
  return `<td class="${verdict}"><a href="#${target}"><i>${SIGNS[verdict]}</i> ${VERDICT_WORDS[verdict]}${partly ? '*' : ''}</a></td>`;
}

function cellDetails({ verdict, results }: Cell, { title }: Column, id: string): string {
  const subjects = results.map(subjectDetails);
  const source = results.find((result) => result.source)?.source;
  const code = source
    ? `<figure><figcaption>The consumer’s code that ran</figcaption><pre><code>${escapeMarkup(source)}</code></pre></figure>`
    : '';
  // A link to what is inside opens it (HTML standard, "scroll to the fragment": the ancestor revealing algorithm).
  return `<details${verdict === 'fails' ? ' open' : ''}>
<summary class="${verdict}"><i>${SIGNS[verdict]}</i> ${escapeMarkup(title)}: ${VERDICT_WORDS[verdict]}${shortNotes(results)}</summary>
<div id="${id}">
${subjects.join('\n')}
${code}
</div>
</details>`;
}

function shortNotes(results: readonly VerifyResult[]): string {
  const subjects = results.filter(({ verdict }) => verdict !== 'fits').map(({ subject }) => subject);
  return subjects.length > 0 ? ` <small>${escapeMarkup(subjects.join(', '))}</small>` : '';
}

function subjectDetails({ subject, verdict, note, observed }: VerifyResult): string {
  const rows = observed.map(
    ({ did, saw, wanted }) =>
      `<tr${wanted === undefined ? '' : ' class="wrong"'}><td>${escapeMarkup(did)}</td><td>${escapeMarkup(saw)}${wanted === undefined ? '' : ` <em>wanted: ${escapeMarkup(wanted)}</em>`}</td></tr>`,
  );
  const table =
    rows.length > 0
      ? `<table class="evidence"><thead><tr><th scope="col">Done</th><th scope="col">Seen</th></tr></thead><tbody>${rows.join('')}</tbody></table>`
      : '';
  return `<div class="subject"><h4><span class="${verdict}">${SIGNS[verdict]} ${VERDICT_WORDS[verdict]}</span> ${escapeMarkup(subject)}</h4>${note ? `<p>${escapeMarkup(note)}</p>` : ''}${table}</div>`;
}
