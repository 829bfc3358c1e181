import type { LiveChange } from '../../shapes.js';
import { describe, later, loadLibrary, makeCells, renewCells } from './loading.js';
import { withEntry } from './log.js';
import type { PageState } from './sheet-state.js';

/** Follows what is saved, until the function that is given back is called. `moved` is told of an element's new tag. */
export function follow(state: PageState, moved: (to: string) => void): () => void {
  const source = new EventSource('/api/changes');
  let lost = false;
  source.addEventListener('error', () => {
    lost = true;
    state.status = 'The preview does not answer. Start it again; this page goes on by itself.';
  });
  source.addEventListener('open', () => {
    if (!lost) return;
    lost = false;
    state.status = '';
    // Nobody knows what was saved meanwhile, nor where the cells are now.
    location.reload();
  });
  source.addEventListener('message', ({ data }) =>
    take(state, JSON.parse(String(data)) as LiveChange, moved),
  );
  return () => source.close();
}

/** Leaves a process in which a cell hangs; true if there was one. */
export function leaveHung(state: PageState): boolean {
  if (!state.hung) return false;
  state.hung = false;
  state.generation++;
  return true;
}

function take(state: PageState, change: LiveChange, moved: (to: string) => void): void {
  const { tag } = state;
  if (change.unreadable !== undefined || state.unreadable !== '') state.status = change.unreadable ?? '';
  state.unreadable = change.unreadable ?? '';
  const renamed = change.renamed.find(({ from }) => from === tag);
  if (renamed) {
    moved(renamed.to);
    return;
  }
  if (change.restyled.length > 0)
    state.styles = {
      ...state.styles,
      ...Object.fromEntries(change.restyled.map((one) => [one.tag, one.css])),
    };
  const names = state.library.elements.map((one) => one.tag).join();
  const areOthers = names !== change.tags.join();
  if (areOthers || (change.renewed.length > 0 && change.described.length > 0)) state.edition++;
  if (change.renewed.includes(tag)) {
    // The server gives out the new styles.
    state.styles = {};
    renewCells(state);
    if (leaveHung(state)) void makeCells(state);
  }
  if (change.renewed.includes(tag) || change.restyled.some((one) => one.tag === tag)) {
    const line = { kind: 'save', sample: '', subject: tag, text: 'was saved', place: '' } as const;
    state.log = withEntry(state.log, line, '', performance.now());
  }
  if (change.renewed.length > 0 && tag === '')
    state.versions = {
      ...state.versions,
      ...Object.fromEntries(change.renewed.map((one) => [one, (state.versions[one] ?? 0) + 1])),
    };
  const isKnown = change.tags.includes(tag);
  const isDescribed = change.described.includes(tag) || change.broken.includes(tag) !== state.element.broken;
  if (tag !== '' && (isDescribed || isKnown === state.missing)) void describe(state);
  // A sheet shows no more of the library than its names, and what is wrong beside its elements.
  if (tag === '' || change.described.length > 0 || areOthers)
    later(state, 'library', 700, () => loadLibrary(state).catch(() => {}));
}
