import type { ReportData } from '../report-data.js';
import { showCauses } from './causes.js';
import { fillFilters } from './filters.js';
import { Matrix } from './matrix.js';
import { readState, writeState, type State } from './state.js';

/** What a report does once it is open: it filters, and opens cells in place; its address says what is shown. */
const data = JSON.parse(document.getElementById('overview')!.textContent) as ReportData;
const matrix = new Matrix(data, document.querySelector('.matrix')!, (open) => change({ ...state, open }));
const form = document.querySelector<HTMLFormElement>('.filters')!;
const shown = document.querySelector('.shown')!;
const showFilters = fillFilters(form, data, (filters) => change({ ...filters, open: state.open }));

let state: State = readState(location.hash);

function change(next: State): void {
  state = next;
  // Every step can be gone back, but typing into a filter is one.
  history.replaceState(null, '', writeState(state) || location.pathname + location.search);
  show();
}

function show(): void {
  showFilters(state);
  const { elements, all } = matrix.show(state);
  showCauses(state);
  shown.textContent =
    elements === all
      ? `${all} ${all === 1 ? 'element' : 'elements'}`
      : `${elements} of ${all} elements are shown, as the filters say`;
}

addEventListener('hashchange', () => {
  state = readState(location.hash);
  show();
});
form.hidden = false;
show();
