import type { CellMessage, PageMessage } from '../../../messages.js';
import { askCells, askCode, askToKeep, Refused } from '../../shared/api.js';
import { follow, leaveHung } from '../../shared/follow.js';
import { hearCell } from '../../shared/hear-cell.js';
import {
  comparePictures,
  later,
  loadCode,
  loadLibrary,
  loadSheet,
  makeCells,
  stateRequest,
} from '../../shared/loading.js';
import { liveWords, rowsOf, titleOf, treeFrameworkOf } from '../../shared/sheet-rows.js';
import { pageState, presentFrameworks, type PageState } from '../../shared/sheet-state.js';
import { readAddress, writeAddress, type Settings } from '../../shared/view.js';
import { kilobytes as inKilobytes, verdictWords } from '../../shared/words.js';
import type { Inside } from './live-page.contract.yaml';

const START = pageState();

/** Each name stands here, so that the view's parts know what they depend on. */
export const state = () => ({
  element: START.element,
  missing: START.missing,
  chosen: START.chosen,
  turned: START.turned,
  bound: START.bound,
  written: START.written,
  css: START.css,
  styles: START.styles,
  cells: START.cells,
  version: START.version,
  edition: START.edition,
  laterVersion: START.laterVersion,
  arrived: START.arrived,
  states: START.states,
  pixels: START.pixels,
  log: START.log,
  heard: START.heard,
  gave: START.gave,
  trees: START.trees,
  treeFramework: START.treeFramework,
  code: START.code,
  size: START.size,
  requests: START.requests,
  requestsFramework: START.requestsFramework,
  order: START.order,
  large: START.large,
  recording: START.recording,
  recordedFrom: START.recordedFrom,
  recordedFramework: START.recordedFramework,
  steps: START.steps,
  sampleName: START.sampleName,
  library: START.library,
  tag: START.tag,
  settings: START.settings,
  search: START.search,
  status: START.status,
  unreadable: START.unreadable,
  pictures: START.pictures,
  versions: START.versions,
  hung: START.hung,
  generation: START.generation,
});

const of = ({ state }: Inside): PageState => state as unknown as PageState;

export const results = {
  rows: (page: Inside) => rowsOf(of(page)),
  known: ({ state }: Inside) => state.library.known,
  present: (page: Inside) =>
    presentFrameworks(of(page)).map((framework) => ({ ...framework, title: titleOf(framework) })),
  absent: ({ state }: Inside) =>
    state.element.frameworks.flatMap(({ name, title, missing, install }) =>
      missing === undefined ? [] : [{ name, title, missing, install: install ?? '' }],
    ),
  shownFrameworks: ({ state }: Inside) => state.element.frameworks.map(({ name }) => name),
  chosenName: ({ state }: Inside) => state.element.samples[state.chosen]?.name ?? '',
  values: ({ state }: Inside) => ({
    ...state.element.samples[state.chosen]?.values,
    ...state.turned[state.chosen],
  }),
  turnedHere: ({ state }: Inside) => state.turned[state.chosen] ?? {},
  liveHere: (page: Inside) => liveWords(of(page)),
  content: ({ state }: Inside) => ({
    ...state.element.samples[state.chosen]?.slots,
    ...state.written[state.chosen],
  }),
  isTurned: ({ state }: Inside) =>
    [state.turned[state.chosen], state.written[state.chosen], state.css].some(
      (one) => Object.keys(one ?? {}).length > 0,
    ),
  treeFrameworkNow: (page: Inside) => treeFrameworkOf(of(page)),
  verdictLine: ({ state }: Inside) => verdictWords(state.element.verdicts),
  verdictClass: ({ state }: Inside) => {
    const { fails, seen, outdated } = state.element.verdicts;
    if (seen === '' || outdated) return '';
    return fails > 0 ? 'fails' : 'fits';
  },
  pictureWanted: ({ state }: Inside) => ({ view: state.settings.view, styles: state.styles }),
};

export function connected(page: Inside) {
  const goneBack = () => void arrive(page);
  addEventListener('popstate', goneBack);
  const end = follow(of(page), (tag) => go(page, tag, true));
  page.listen(window, 'keydown', (event) => {
    if (event.key === 'Escape' && page.state.large !== '') page.state.large = '';
  });
  void arrive(page);
  return () => {
    removeEventListener('popstate', goneBack);
    end();
  };
}

/** Shows what the address says. */
async function arrive(page: Inside) {
  const state = of(page);
  const { tag, settings } = readAddress(location);
  const isOther = tag !== state.tag || state.library.name === '';
  const frameworks = settings.frameworks.join() !== state.settings.frameworks.join();
  Object.assign(state, { tag, settings });
  document.title = tag === '' ? 'Preview' : `${tag}, preview`;
  try {
    if (isOther) await Promise.all([loadLibrary(state), tag === '' ? undefined : loadSheet(state)]);
    else if (frameworks && tag !== '') await loadSheet(state);
  } catch (error) {
    state.status = (error as Error).message;
  }
  comparePictures(state);
}

function go(page: Inside, tag: string, instead = false) {
  const address = writeAddress(tag, of(page).settings);
  if (instead) history.replaceState(null, '', address);
  else history.pushState(null, '', address);
  page.state.search = '';
  if (!instead) scrollTo(0, 0);
  void arrive(page);
}

export function leave(page: Inside, event: Event) {
  event.preventDefault();
  go(page, '');
}

export function goTo(page: Inside, event: Event) {
  go(page, detailOf<{ tag: string }>(event).tag);
}

export function find(page: Inside, event: Event) {
  const { value } = event.currentTarget as HTMLInputElement;
  page.state.search = value;
  // A name that was chosen from the list is whole.
  const isWhole =
    !(event as InputEvent).inputType || (event as InputEvent).inputType === 'insertReplacementText';
  if (isWhole && page.state.library.elements.some(({ tag }) => tag === value)) go(page, value);
}

export function goToFound(page: Inside, event: KeyboardEvent) {
  if (event.key !== 'Enter') return;
  const wanted = page.state.search.trim().toLowerCase();
  const { elements } = page.state.library;
  const found =
    elements.find(({ tag }) => tag === wanted) ??
    elements.find(({ tag, summary }) => wanted !== '' && `${tag} ${summary}`.toLowerCase().includes(wanted));
  if (found) go(page, found.tag);
}

export function jump({ host }: Inside, id: string, event: Event) {
  event.preventDefault();
  const section = host.shadowRoot?.getElementById(id);
  section?.scrollIntoView();
  const head = section?.querySelector('h2');
  head?.setAttribute('tabindex', '-1');
  head?.focus({ preventScroll: true });
}

export function kilobytes(_: Inside, bytes: number): string {
  return inKilobytes(bytes);
}

export function asText(_: Inside, step: object): string {
  const [[kind, what] = ['', undefined]] = Object.entries(step);
  return `${kind} ${typeof what === 'string' ? what : JSON.stringify(what)}`;
}

export function setSettings(page: Inside, event: Event) {
  const { settings } = detailOf<{ settings: Settings }>(event);
  history.replaceState(null, '', writeAddress(page.state.tag, settings));
  void arrive(page);
}

export function chooseRow(page: Inside, event: Event) {
  const state = of(page);
  state.chosen = detailOf<{ sample: number }>(event).sample;
  Object.assign(state, { trees: {}, heard: {}, gave: {}, recording: false, steps: [] });
  void loadCode(state);
  comparePictures(state);
}

export function hear(page: Inside, event: Event) {
  const { framework, sample, message } = detailOf<{
    framework: string;
    sample: number;
    message: CellMessage;
  }>(event);
  hearCell(of(page), framework, sample, message);
}

/** Cells that share a process all wait for the one that hangs: what is made next is made in another one. */
export function noteSilence(page: Inside, event: Event) {
  page.state.hung = detailOf<{ silent: boolean }>(event).silent;
}

export function enlarge(page: Inside, event: Event) {
  const { framework, sample, large } = detailOf<{ framework: string; sample: number; large: boolean }>(event);
  page.state.large = large ? `${sample} ${framework}` : '';
}

export function turnValue(page: Inside, event: Event) {
  const { name, value } = detailOf<{ name: string; value: unknown }>(event);
  const state = of(page);
  const { chosen, element } = state;
  const given = element.samples[chosen]?.values[name];
  state.turned = { ...state.turned, [chosen]: { ...state.turned[chosen], [name]: value } };
  addStep(state, { set: { [name]: value ?? null } });
  later(state, 'code', 120, () => loadCode(state));
  comparePictures(state);
  if (given !== undefined || value === undefined || name in (state.bound[chosen] ?? {})) return;
  // Nothing is bound to it yet: the examples are written anew, with it.
  state.bound = { ...state.bound, [chosen]: { ...state.bound[chosen], [name]: value } };
  void makeCells(state, chosen);
}

export function writeSlot(page: Inside, event: Event) {
  const { name, html } = detailOf<{ name: string; html: string }>(event);
  const state = of(page);
  const { chosen } = state;
  if ((state.written[chosen]?.[name] ?? state.element.samples[chosen]?.slots[name] ?? '') === html) return;
  state.written = { ...state.written, [chosen]: { ...state.written[chosen], [name]: html } };
  void makeCells(state, chosen);
}

export function callMethod(page: Inside, event: Event) {
  const { name, with: given } = detailOf<{ name: string; with: unknown[] }>(event);
  const state = of(page);
  tell(state, { page: 'call', method: name, with: given });
  addStep(state, { call: name, ...(given.length > 0 ? { with: given } : {}) });
}

export function point(page: Inside, event: Event) {
  const { part } = detailOf<{ part: string }>(event);
  tell(of(page), part === '' ? { page: 'point' } : { page: 'point', part });
}

export function pointNode(page: Inside, event: Event) {
  const { path } = detailOf<{ path: string }>(event);
  tell(of(page), path === '' ? { page: 'point' } : { page: 'point', path });
}

export function turnCss(page: Inside, event: Event) {
  const { name, value } = detailOf<{ name: string; value: string }>(event);
  const state = of(page);
  state.css = { ...state.css, [name]: value };
  comparePictures(state);
}

export function reset(page: Inside) {
  const state = of(page);
  const { chosen, turned, bound, written, css } = state;
  const without = <Value>(record: Readonly<Record<number, Value>>): Readonly<Record<number, Value>> =>
    Object.fromEntries(Object.entries(record).filter(([place]) => Number(place) !== chosen));
  Object.assign(state, {
    turned: without(turned),
    bound: without(bound),
    written: without(written),
    css: Object.fromEntries(Object.keys(css).map((name) => [name, ''])),
    // Elements keep what they were given; new ones begin as the sample has it.
    version: state.version + 1,
    laterVersion: state.version + 1,
  });
  leaveHung(state);
  later(state, 'forget', 1000, () => (state.css = {}));
  void makeCells(state, chosen);
}

export function clearLog(page: Inside) {
  page.state.log = [];
}

export function chooseTree(page: Inside, event: Event) {
  Object.assign(of(page), { treeFramework: detailOf<{ framework: string }>(event).framework, trees: {} });
}

export function nameSample(page: Inside, event: Event) {
  page.state.sampleName = (event.currentTarget as HTMLInputElement).value;
}

export async function record(page: Inside) {
  const state = of(page);
  const recording = !state.recording;
  Object.assign(state, { recording, steps: recording ? [] : state.steps, recordedFramework: '' });
  if (recording) state.recordedFrom = (await askCode(stateRequest(state))).sample;
}

export async function keep(page: Inside, event: Event) {
  event.preventDefault();
  const state = of(page);
  const now = (await askCode(stateRequest(state))).sample;
  const { properties, slots } = (state.steps.length > 0 && state.recordedFrom) || now;
  const sample = {
    sample: state.sampleName.trim(),
    ...(Object.keys(properties).length > 0 ? { properties } : {}),
    ...(Object.keys(slots).length > 0 ? { slots } : {}),
    ...(state.steps.length > 0 ? { steps: state.steps } : {}),
  };
  try {
    const { file } = await askToKeep(state.tag, sample);
    Object.assign(state, { status: `Kept in ${file}.`, sampleName: '', recording: false, steps: [] });
  } catch (error) {
    state.status = error instanceof Refused ? `${error.wrong} ${error.help}` : (error as Error).message;
  }
  later(state, 'status', 6000, () => (state.status = ''));
}

/** Pictures of the overview are asked for when they come into view. */
export async function wantPicture(page: Inside, event: Event) {
  const { tag } = detailOf<{ tag: string }>(event);
  const state = of(page);
  if (state.pictures[tag] !== undefined) return;
  state.pictures = { ...state.pictures, [tag]: '' };
  const { cells } = await askCells({ tag, frameworks: ['html'], sample: 0, values: {}, slots: {} }, 0);
  state.pictures = { ...state.pictures, [tag]: cells[0]?.address ?? '' };
}

/** What pictures tell is for nobody: they are not used. */
export function hearPicture(_: Inside, event: Event) {
  event.stopPropagation();
}

function addStep(state: PageState, step: Record<string, unknown>): void {
  if (state.recording) state.steps = [...state.steps, step];
}

function tell(state: PageState, message: PageMessage): void {
  state.order = { number: (state.order.number ?? 0) + 1, message };
}

function detailOf<Detail>(event: Event): Detail {
  return (event as CustomEvent<Detail>).detail;
}
