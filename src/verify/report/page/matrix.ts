import type { ReportData, ReportRow, VerdictCounts } from '../report-data.js';
import { cellDetails } from './details.js';
import { make, sign } from './make.js';
import type { State } from './state.js';

const VERDICTS = ['fits', 'care', 'fails', 'unchecked', 'accepted', 'general'] as const;
const WORDS = {
  fits: 'fit',
  care: 'need care',
  fails: 'fail',
  unchecked: 'not checked',
  accepted: 'accepted',
  general: 'framework notes',
} as const;
/** The worst first. */
const ORDER = ['fails', 'care', 'unchecked', 'accepted'] as const;

/** The table of a report: it shows what filters leave, and opens cells. */
export class Matrix {
  readonly #rows: HTMLTableRowElement[];
  readonly #heads: HTMLElement[];
  #opened: { key: string; facet: string; row: HTMLTableRowElement } | undefined;

  constructor(
    readonly data: ReportData,
    table: HTMLTableElement,
    readonly toggled: (open: string) => void,
  ) {
    this.#rows = [...table.tBodies[0]!.rows];
    this.#heads = [...table.tHead!.rows[0]!.querySelectorAll('th')];
    // Thousands of cells share one listener.
    table.addEventListener('click', ({ target }) => {
      const button = (target as Element).closest<HTMLButtonElement>('button[data-open]');
      if (button) toggled(button.getAttribute('aria-expanded') === 'true' ? '' : button.dataset.open!);
    });
  }

  /** Shows a state; tells how many of all elements are there. */
  show(state: State): { elements: number; all: number } {
    const { columns, rows } = this.data;
    const there = columns.map(
      ({ framework, browser }) =>
        (!state.framework || framework === state.framework) && (!state.browser || browser === state.browser),
    );
    this.#heads.forEach((head, place) => (head.hidden = !there[place]));
    let elements = 0;
    rows.forEach((row, place) => {
      const cells = this.#countsOf(row, state.facet);
      const visible =
        row.element.includes(state.element.trim().toLowerCase()) &&
        cells.some((cell, column) => there[column] && cell && hasVerdict(cell, state.verdict));
      const shown = this.#rows[place]!;
      shown.hidden = !visible;
      if (!visible) return;
      elements++;
      columns.forEach((column, at) => {
        const key = [row.element, column.framework, column.browser].join('/');
        this.#fill(
          shown.cells[at + 1]!,
          cells[at],
          key,
          there[at]!,
          state,
          `${row.element}, ${column.title}`,
        );
      });
    });
    this.#open(state);
    return { elements, all: rows.length };
  }

  /** How many verdicts of each kind, in each column, of one facet or of all. */
  #countsOf({ cells }: ReportRow, facet: string): (VerdictCounts | null)[] {
    const { columns, facets } = this.data;
    return columns.map((_, column) => {
      const own = Object.entries(cells).flatMap(([place, counts]) =>
        (!facet || facets[Number(place)]!.name === facet) && counts[column] ? [counts[column]] : [],
      );
      if (own.length === 0) return null;
      return own.reduce<VerdictCounts>(
        (sum, counts) => sum.map((count, at) => count + counts[at]!) as VerdictCounts,
        [0, 0, 0, 0, 0, 0],
      );
    });
  }

  #fill(
    cell: HTMLTableCellElement,
    counts: VerdictCounts | null | undefined,
    key: string,
    visible: boolean,
    { open }: State,
    about: string,
  ): void {
    cell.hidden = !visible;
    const content = counts ? counts.join() : '';
    if (cell.dataset.counts !== content) {
      cell.dataset.counts = content;
      cell.replaceChildren(...(counts ? [this.#button(counts, key, about)] : []));
    }
    cell.firstElementChild?.setAttribute('aria-expanded', String(open === key));
  }

  #button(counts: VerdictCounts, key: string, about: string): HTMLButtonElement {
    const found = ORDER.map((verdict) => [verdict, counts[VERDICTS.indexOf(verdict)]!] as const).filter(
      ([, count]) => count > 0,
    );
    const words = found.map(([verdict, count]) => `${count} ${WORDS[verdict]}`).join(', ') || 'all fit';
    const signs =
      found.length > 0
        ? found.flatMap(([verdict, count]) => [
            make('span', { class: verdict }, sign(verdict), String(count)),
            ' ',
          ])
        : [make('span', { class: 'fits' }, sign('fits'))];
    return make(
      'button',
      { type: 'button', 'data-open': key, 'aria-label': `${about}: ${words}`, title: words },
      ...signs,
    );
  }

  /** Opens the cell that the state names, below its row; closes the one that was open. */
  #open({ open, facet }: State): void {
    if (this.#opened?.key === open && this.#opened.facet === facet) {
      this.#opened.row.hidden = this.#opened.row.previousElementSibling!.hasAttribute('hidden');
      return;
    }
    this.#opened?.row.remove();
    this.#opened = undefined;
    const [element, framework, browser] = open.split('/');
    const place = this.data.rows.findIndex((row) => row.element === element);
    const column = this.data.columns.find((one) => one.framework === framework && one.browser === browser);
    if (place < 0 || !column) return;
    const close = make('button', { type: 'button' }, 'Close');
    close.addEventListener('click', () => {
      this.toggled('');
      this.#rows[place]!.querySelector<HTMLElement>(`[data-open="${CSS.escape(open)}"]`)?.focus();
    });
    const inside = make('div', {
      class: 'inside',
      role: 'region',
      'aria-label': `${element} in ${column.title}`,
    });
    inside.append(make('h3', {}, make('code', {}, element!), ` in ${column.title}`, close));
    const row = make(
      'tr',
      { class: 'opened' },
      make('td', { colspan: String(this.data.columns.length + 1) }, inside),
    );
    this.#rows[place]!.after(row);
    this.#opened = { key: open, facet, row };
    void cellDetails(element!, framework!, browser!, facet, this.data.facets).then((nodes) => {
      inside.append(...nodes);
      row.scrollIntoView({ block: 'nearest' });
    });
  }
}

function hasVerdict(counts: VerdictCounts, verdict: string): boolean {
  if (!verdict) return true;
  if (verdict === 'fits') return counts[1] + counts[2] + counts[3] + counts[4] === 0;
  return counts[VERDICTS.indexOf(verdict as (typeof VERDICTS)[number])]! > 0;
}
