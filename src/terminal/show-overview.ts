import colors from 'picocolors';
import {
  TOLD_STANDINGS,
  marksOf,
  overviewOf,
  type Cause,
  type Column,
  type Counts,
  type Overview,
} from '../verify/overview.js';
import {
  COUNT_WORDS,
  shownStandings,
  SIGNS,
  STANDINGS,
  VERDICT_WORDS,
  type Standing,
  type VerifyReport,
} from '../verify/result.js';
import { counted, wrapped } from './output.js';

export const PAINT: Readonly<Record<Standing, (text: string) => string>> = {
  fits: (text) => colors.green(text),
  care: (text) => colors.yellow(text),
  fails: (text) => colors.red(text),
  unchecked: (text) => colors.dim(text),
  accepted: (text) => colors.cyan(text),
  general: (text) => colors.dim(text),
};

/** Columns of a terminal where nobody tells how wide it is. */
const WIDTH = 80;
/** How many elements are named in one place before the rest is counted. */
const NAMED = 8;

/**
 * A report at a glance: a matrix of elements and frameworks, and below it what does not fit, each cause once. With
 * `details`, the matrix has a line for each facet too.
 */
export function showOverview(report: VerifyReport, details = false): string {
  const overview = overviewOf(report);
  return [
    ...showMatrix(overview, report, details),
    '',
    ...showCauses(overview, report),
    showCounts(report),
  ].join('\n');
}

/** How many verdicts there are of each kind, of how much, and in what. */
export function showCounts({ summary, browsers, seconds, cells }: VerifyReport): string {
  const counts = shownStandings(summary).map((verdict) => {
    const text = `${summary[verdict]} ${COUNT_WORDS[verdict]}`;
    return summary[verdict] > 0 ? PAINT[verdict](text) : colors.dim(text);
  });
  const versions = browsers.map(({ version }) => version).join(', ') || 'no browser';
  const remembered =
    cells.remembered > 0
      ? `\n${counted(cells.seen, 'cell')} verified now, ${cells.remembered} from the cache: nothing they rest on has changed`
      : '';
  return counts.join(', ') + colors.dim(` in ${seconds.toFixed(1)} s, ${versions}${remembered}`);
}

/** One table for the browsers in which all is alike; several where they differ and one would be too wide. */
function showMatrix({ columns, rows }: Overview, { frameworks }: VerifyReport, details: boolean): string[] {
  const nameOf = (framework: string): string =>
    frameworks.find(({ name }) => name === framework)?.title.replace(/^Plain /, '') ?? framework;
  const lined = rows.flatMap(({ element, cells, facets }) => [
    { name: element, cells },
    ...(details ? facets.map(({ name, cells: own }) => ({ name: `  ${name}`, cells: own })) : []),
  ]);
  const first = Math.max(0, ...lined.map(({ name }) => name.length)) + 1;
  const tables = new Map<string, { browsers: string[]; lines: string[] }>();
  for (const browser of new Set(columns.map((column) => column.browser))) {
    const places = columns.flatMap((column, place) => (column.browser === browser ? [place] : []));
    const lines = tableOf(
      places.map((place) => nameOf((columns[place] as Column).framework)),
      lined.map(({ name, cells }) => ({ name, cells: places.map((place) => cells[place]) })),
      first,
    );
    const same = tables.get(lines.join('\n'));
    if (same) same.browsers.push(browser);
    else tables.set(lines.join('\n'), { browsers: [browser], lines });
  }
  const several = new Set(columns.map(({ browser }) => browser)).size > 1;
  const used = new Set(rows.flatMap(({ cells }) => cells.flatMap((cell) => (cell ? marksOf(cell) : []))));
  const legend = STANDINGS.filter((verdict) => used.has(verdict)).map((verdict) =>
    PAINT[verdict](`${SIGNS[verdict]} ${verdict === 'fits' ? 'all fit' : COUNT_WORDS[verdict]}`),
  );
  return [
    ...[...tables.values()].flatMap(({ browsers, lines }, place) => [
      ...(several ? [`${place > 0 ? '\n' : ''}${colors.bold(browsers.join(', '))}`] : []),
      ...lines,
    ]),
    '',
    legend.join(colors.dim(', ')),
  ];
}

function tableOf(
  heads: readonly string[],
  rows: readonly { name: string; cells: (Counts | undefined)[] }[],
  first: number,
): string[] {
  const cells = rows.map(({ cells: own }) =>
    own.map((cell) => (cell ? marksOf(cell) : []).map((verdict) => [verdict, cell!] as const)),
  );
  const plain = (cell: (typeof cells)[number][number]): string =>
    cell.map(([verdict, counts]) => cellText(verdict, counts)).join(' ');
  const content = heads.map((_, place) => Math.max(1, ...cells.map((row) => plain(row[place]!).length)));
  const { widths, lines } = headed(heads, content, (process.stdout.columns ?? WIDTH) - first);
  return [
    ...lines.map((line) => ' '.repeat(first) + colors.bold(line)),
    ...rows.map(({ name }, row) => {
      const shown = cells[row]!.map((cell, place) => {
        const painted = cell.map(([verdict, counts]) => PAINT[verdict](cellText(verdict, counts))).join(' ');
        return painted + ' '.repeat(widths[place]! - plain(cell).length);
      });
      const head = name.startsWith(' ') ? name : colors.bold(name);
      return (head + ' '.repeat(first - name.length) + shown.join('')).trimEnd();
    }),
  ];
}

function cellText(verdict: Standing, counts: Counts): string {
  return verdict === 'fits' ? SIGNS.fits : `${SIGNS[verdict]}${counts[verdict]}`;
}

/** The heads of columns on one line, or on two in turns where that is too wide; with the width of each column. */
function headed(
  heads: readonly string[],
  content: readonly number[],
  room: number,
): { widths: number[]; lines: string[] } {
  const gaps = [2, 1];
  for (const gap of gaps) {
    const widths = heads.map((head, place) => Math.max(head.length, content[place]!) + gap);
    if (sum(widths) - gap <= room || heads.length < 3)
      return {
        widths,
        lines: [
          heads
            .map((head, place) => head.padEnd(widths[place]!))
            .join('')
            .trimEnd(),
        ],
      };
  }
  const widths = content.map((width) => width + 1);
  // Each head has the room of its own column and of the next one.
  for (const [place, head] of heads.entries()) {
    const next = widths[place + 1];
    const lacking = head.length + 1 - widths[place]! - (next ?? head.length);
    if (lacking > 0) widths[place]! += lacking;
  }
  const lines = [0, 1].map((turn) =>
    heads
      .map((head, place) => [head, sum(widths.slice(0, place))] as const)
      .filter((_, place) => place % 2 === turn)
      .reduce((line, [head, at]) => line.padEnd(at) + head, ''),
  );
  return { widths, lines };
}

function sum(values: readonly number[]): number {
  return values.reduce((total, value) => total + value, 0);
}

function showCauses({ causes }: Overview, report: VerifyReport): string[] {
  const lines: string[] = [];
  for (const standing of TOLD_STANDINGS) {
    const own = causes.filter((cause) => cause.standing === standing);
    if (own.length === 0) continue;
    lines.push(colors.bold(PAINT[standing](VERDICT_WORDS[standing])));
    for (const cause of own) lines.push(...showCause(cause, report));
    lines.push('');
  }
  return lines;
}

function showCause(
  { note, accepted, places }: Cause,
  { frameworks, browsers, results }: VerifyReport,
): string[] {
  const all = new Set(results.map(({ element }) => element)).size;
  return [
    `  ${wrapped(note, 2)}`,
    ...(accepted === undefined ? [] : [`    ${wrapped(accepted, 4)}`]),
    ...places.map(({ facets, elements, frameworks: inFrameworks, browsers: inBrowsers }) => {
      const where = [
        inFrameworks.length === frameworks.length && frameworks.length > 1
          ? 'all frameworks'
          : inFrameworks.join(', '),
        ...(browsers.length < 2
          ? []
          : [inBrowsers.length === browsers.length ? 'all browsers' : inBrowsers.join(', ')]),
      ].join(' · ');
      const text = `${facets.join(', ')} · ${where} · ${aboutOf(elements, all)}`;
      return `    ${colors.dim(wrapped(text, 4))}`;
    }),
  ];
}

/** Elements with what of them it is about, as far as that is short. */
function aboutOf(elements: Cause['places'][number]['elements'], all: number): string {
  if (elements.length === all && all > 3) return `all ${all} elements`;
  const few = elements.length <= 3;
  const named = elements.slice(0, NAMED).map(({ tag, subjects }) => {
    if (!few || subjects.length === 0) return tag;
    const more = subjects.length > 3 ? [`and ${subjects.length - 3} more`] : [];
    return `${tag} (${[...subjects.slice(0, 3), ...more].join(', ')})`;
  });
  const left = elements.length - named.length;
  return [...named, ...(left > 0 ? [`and ${left} more`] : [])].join(', ');
}
