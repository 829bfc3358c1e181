import Table from 'cli-table3';
import colors from 'picocolors';
import {
  cellOf,
  COUNT_WORDS,
  SIGNS,
  VERDICT_WORDS,
  type Cell,
  type VerifyReport,
  type VerifyResult,
} from '../verify/result.js';
import { counted, wrapped } from './output.js';

const PAINT = { fits: colors.green, care: colors.yellow, fails: colors.red, unchecked: colors.dim };

/** The matrix of a report: elements and facets down, hosts across; then what a person must know. */
export function showVerify({ engines, hosts, results, summary, seconds }: VerifyReport): string {
  const columns = [...new Set(results.map(({ host, engine }) => `${host} ${engine}`))];
  const one = new Set(results.map(({ engine }) => engine)).size <= 1;
  const heading = columns.map((column) => {
    const [name, engine] = column.split(' ') as [string, string];
    const title = hosts.find((host) => host.name === name)?.title ?? name;
    return one ? title : `${title}, ${engine}`;
  });
  const table = new Table({
    head: ['', '', ...heading].map((text) => colors.bold(text)),
    style: { head: [], border: [], compact: true },
    chars: {
      top: '',
      'top-mid': '',
      'top-left': '',
      'top-right': '',
      bottom: '',
      'bottom-mid': '',
      'bottom-left': '',
      'bottom-right': '',
      left: '',
      'left-mid': '',
      mid: '',
      'mid-mid': '',
      right: '',
      'right-mid': '',
      middle: '  ',
    },
  });
  let element = '';
  for (const [key, row] of grouped(results)) {
    const [tag, facet] = key.split(' ') as [string, string];
    const cells = columns.map((column) =>
      showCell(cellOf(row.filter(({ host, engine }) => `${host} ${engine}` === column))),
    );
    table.push([tag === element ? '' : colors.bold(tag), facet, ...cells]);
    element = tag;
  }
  const partly = [...grouped(results).values()].some((row) =>
    columns.some((column) => cellOf(row.filter(({ host, engine }) => `${host} ${engine}` === column)).partly),
  );
  return [
    table.toString(),
    ...(partly ? [colors.dim('* something of it was not checked')] : []),
    '',
    ...showNotes(results),
    (['fits', 'care', 'fails', 'unchecked'] as const)
      .map((verdict) => showCount(verdict, summary[verdict]))
      .join(', ') +
      colors.dim(
        ` in ${seconds.toFixed(1)} s, ${engines.map(({ version }) => version).join(', ') || 'no browser'}`,
      ),
  ].join('\n');
}

function showCount(verdict: VerifyResult['verdict'], count: number): string {
  const text = `${count} ${COUNT_WORDS[verdict]}`;
  return count > 0 ? PAINT[verdict](text) : colors.dim(text);
}

function rowKey({ element, facet }: VerifyResult): string {
  return `${element} ${facet}`;
}

function grouped(results: readonly VerifyResult[]): Map<string, VerifyResult[]> {
  const rows = new Map<string, VerifyResult[]>();
  for (const result of results) {
    const row = rows.get(rowKey(result));
    if (row) row.push(result);
    else rows.set(rowKey(result), [result]);
  }
  return rows;
}

function showCell({ verdict, partly }: Cell): string {
  return PAINT[verdict](`${SIGNS[verdict]} ${VERDICT_WORDS[verdict]}${partly ? '*' : ''}`);
}

/** What one note is about: elements with their subjects, and hosts. */
interface Noted {
  facets: Set<string>;
  note: string;
  elements: Map<string, Set<string>>;
  hosts: Set<string>;
}

/** Notes on what fails, needs care or was not checked; the same note is told once, with all that it is about. */
function showNotes(results: readonly VerifyResult[]): string[] {
  const lines: string[] = [];
  for (const verdict of ['fails', 'care', 'unchecked'] as const) {
    const notes = new Map<string, Noted>();
    for (const { element, facet, subject, note, host, ...result } of results) {
      if (result.verdict !== verdict) continue;
      // What keeps everything from being tried is told once for all of it.
      const key = verdict === 'unchecked' ? note : `${facet}\n${note}`;
      const known = notes.get(key) ?? {
        facets: new Set(),
        note,
        elements: new Map(),
        hosts: new Set(),
      };
      notes.set(key, known);
      known.facets.add(facet);
      known.hosts.add(host);
      const subjects = known.elements.get(element) ?? new Set();
      known.elements.set(element, subject === element ? subjects : subjects.add(subject));
    }
    if (notes.size === 0) continue;
    lines.push(colors.bold(PAINT[verdict](VERDICT_WORDS[verdict])));
    for (const { facets, note, elements, hosts } of notes.values()) {
      const about = [...elements].map(([tag, subjects]) =>
        subjects.size > 0 ? `${tag}: ${[...subjects].join(', ')}` : tag,
      );
      lines.push(
        `  ${wrapped(`${[...facets].join(', ')} in ${[...hosts].join(', ')} · ${about.join(' · ')}`, 4)}`,
        `    ${colors.dim(wrapped(note, 4))}`,
      );
    }
    lines.push('');
  }
  return lines;
}

/** One line for the state of a run, rewritten in a terminal, left out elsewhere. */
export class Progress {
  #done = 0;

  constructor(readonly total: number) {}

  cell(host: string, element: string, facet: string): void {
    this.#done++;
    if (process.stderr.isTTY)
      process.stderr.write(`\r\x1b[K${this.#done}/${this.total} ${host} · ${element} · ${facet}`);
  }

  end(): void {
    if (process.stderr.isTTY) process.stderr.write('\r\x1b[K');
    else process.stderr.write(`${counted(this.#done, 'cell')} of ${this.total} probed\n`);
  }
}
