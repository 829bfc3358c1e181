import { askCells, askCode, askElement, askLibrary, askPictures, askSize } from './api.js';
import { cellKey, NO_ELEMENT, presentFrameworks, sheetState, type PageState } from './sheet-state.js';

/** What somebody waits for before it is asked again, by name, for each page. */
const waiting = new WeakMap<PageState, Map<string, ReturnType<typeof setTimeout>>>();

/** Does something when it was not asked for any more for a while. */
export function later(state: PageState, name: string, milliseconds: number, act: () => unknown): void {
  const timers = waiting.get(state) ?? new Map<string, ReturnType<typeof setTimeout>>();
  waiting.set(state, timers);
  clearTimeout(timers.get(name));
  timers.set(name, setTimeout(act, milliseconds));
}

/** Asks what the library has. */
export async function loadLibrary(state: PageState): Promise<void> {
  state.library = await askLibrary();
}

/** Begins with an element, as it is without anything turned. */
export async function loadSheet(state: PageState): Promise<void> {
  Object.assign(state, sheetState());
  await describe(state);
}

/** Asks what is said of the element now; makes its cells where they are others. */
export async function describe(state: PageState): Promise<void> {
  const { tag, settings, element: before } = state;
  const element = await askElement(tag, settings.frameworks).catch(() => undefined);
  if (tag !== state.tag) return;
  state.missing = element === undefined;
  state.element = element ?? NO_ELEMENT;
  if (!element) {
    state.cells = {};
    return;
  }
  if (state.chosen >= element.samples.length) state.chosen = 0;
  const scenes = ({ samples, frameworks, properties }: typeof element): string =>
    JSON.stringify([samples, frameworks, properties]);
  if (scenes(element) !== scenes(before)) await makeCells(state);
  later(state, 'size', 300, async () => {
    const { size } = await askSize(tag);
    if (size && tag === state.tag) state.size = size;
  });
}

/** Has the cells made anew: those of the chosen row at once, all others when these are there. */
export function renewCells(state: PageState): void {
  state.version++;
  state.arrived = [];
  later(state, 'other rows', 1500, () => (state.laterVersion = state.version));
}

/** Notes that a cell of the chosen row is there. */
export function noteArrival(state: PageState, framework: string): void {
  if (state.laterVersion === state.version || state.arrived.includes(framework)) return;
  state.arrived = [...state.arrived, framework];
  if (state.arrived.length < presentFrameworks(state).length) return;
  later(state, 'other rows', 0, () => (state.laterVersion = state.version));
}

/** Asks for the cells of all samples, or of one. */
export async function makeCells(state: PageState, only?: number): Promise<void> {
  const { tag, element } = state;
  const places = only === undefined ? element.samples.map((_, place) => place) : [only];
  const frameworks = frameworkNames(state);
  const loaded = places.map(async (sample) => {
    const values = { ...state.bound[sample] };
    const slots = { ...state.written[sample] };
    // A framework that takes long to compile is not waited for by others.
    await Promise.all(
      frameworks.map(async (framework) => {
        const { cells } = await askCells(
          { tag, frameworks: [framework], sample, values, slots },
          state.generation,
        );
        if (tag !== state.tag) return;
        const others = (state.cells[sample] ?? []).filter((one) => one.framework !== framework);
        state.cells = { ...state.cells, [sample]: [...others, ...cells] };
      }),
    );
  });
  await Promise.all([...loaded, loadCode(state)]);
}

/** Asks what a consumer writes for the chosen sample as it is now. */
export async function loadCode(state: PageState): Promise<void> {
  const { code } = await askCode(stateRequest(state));
  state.code = code;
}

/** What the server is told of the chosen sample as it is now. */
export function stateRequest(state: PageState) {
  const { tag, chosen } = state;
  return {
    tag,
    frameworks: frameworkNames(state),
    sample: chosen,
    values: { ...state.turned[chosen] },
    slots: { ...state.written[chosen] },
  };
}

/** Compares pictures of the chosen sample, when nothing has changed for a while. */
export function comparePictures(state: PageState): void {
  if (!state.settings.pictures) {
    if (Object.keys(state.pixels).length > 0) state.pixels = {};
    return;
  }
  later(state, 'pictures', 900, async () => {
    const { css, settings } = state;
    const request = { ...stateRequest(state), css: { ...css }, view: settings.view };
    const { pictures } = await askPictures(request);
    const counted = pictures.map(
      ({ framework, pixels }) => [cellKey(request.sample, framework), pixels] as const,
    );
    state.pixels = { ...state.pixels, ...Object.fromEntries(counted) };
    const [problem] = pictures.flatMap((one) => (one.problem === '' ? [] : [one.problem]));
    if (problem !== undefined) state.status = problem;
  });
}

function frameworkNames(state: PageState): string[] {
  return presentFrameworks(state).map(({ name }) => name);
}
