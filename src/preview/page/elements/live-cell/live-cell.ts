import type { CellMessage, PageMessage } from '../../../messages.js';
import type { Wanted } from '../../shared/wanted.js';
import type { Inside } from './live-cell.contract.yaml';

/** A document with the element, or a spare one that waits for the next save. */
interface Frame {
  key: string;
  address: string;
  /** Where its document is from. */
  source: string;
  /** Address and version that it shows; none where it is spare. */
  shows: string;
  stage: 'spare' | 'coming' | 'ready';
  /** Whether a document that was spare has loaded what no save changes. */
  waits: boolean;
  /** What it was told of the element. */
  edition: number;
  /** When it was asked for. */
  begun: number;
}

export const state = () => ({
  /** The frame that is seen, while it is made anew the next one, and a spare one. */
  frames: [] as readonly Frame[],
  /** How many frames there have been. */
  made: 0,
  height: 0,
  silent: false,
  /** What is other here, once it has lasted. */
  told: [] as readonly string[],
});

export const results = {
  screenStyle: ({ state, width }: Inside) => ({
    height: `${Math.min(Math.max(state.height, 48), 900)}px`,
    width: width > 0 ? `${width}px` : '',
  }),
  // A document whose scheme is not that of its frame has a ground of its own.
  frameStyle: ({ wanted }: Inside) => {
    const { scheme = 'auto' } = (wanted as Wanted).view ?? {};
    return { 'color-scheme': scheme === 'auto' ? '' : 'light' };
  },
  kinds: ({ state }: Inside) => [...new Set(state.told.map((one) => one.split(' ')[0]!.replace(/:$/, '')))],
};

/** Cells of a row follow one after the other: what is other for so long, in milliseconds, differs. */
const LASTING = 300;

export const changes = {
  differs(cell: Inside, now: readonly string[]) {
    const tell = () => (cell.state.told = cell.differs);
    if (now.length === 0 || cell.state.told.length > 0) tell();
    else setTimeout(tell, LASTING);
  },
  address: (cell: Inside) => renew(cell),
  version: (cell: Inside) => renew(cell),
  spare: (cell: Inside) => keepSpare(cell),
  edition: (cell: Inside) => keepSpare(cell),
  wanted: (cell: Inside, now: object, before: object) => tellWanted(cell, now as Wanted, before as Wanted),
  order(cell: Inside, order: { readonly [key: string]: unknown }) {
    if (order.message) send(cell, order.message as PageMessage);
  },
};

export function firstConnected(cell: Inside) {
  renew(cell);
}

export function connected(cell: Inside) {
  let asked = 0;
  let answered = 0;
  const timer = setInterval(() => {
    // What has not answered twice hangs.
    const silent = asked - answered > 1 && document.visibilityState === 'visible';
    if (silent !== cell.state.silent) cell.emit('cell-silence', { silent });
    cell.state.silent = silent;
    if (cell.state.frames.some(({ stage }) => stage === 'ready'))
      send(cell, { page: 'alive', number: ++asked });
  }, 3000);
  cell.listen(window, 'message', (event) => {
    const shown = framesOf(cell).find(({ contentWindow }) => contentWindow === event.source);
    const frame = cell.state.frames.find(({ key }) => key === shown?.dataset.key);
    if (!frame || event.origin !== new URL(frame.address).origin) return;
    const message = event.data as CellMessage;
    if (message.cell === 'alive' || message.cell === 'ready') answered = asked;
    if (message.cell !== 'alive') hear(cell, frame, message);
  });
  return () => clearInterval(timer);
}

export function grow(cell: Inside) {
  const { framework, sample } = cell.host;
  cell.emit('cell-large', { framework, sample, large: !cell.large });
}

function hear(cell: Inside, frame: Frame, message: CellMessage) {
  if (message.cell === 'waiting') {
    if (isSpare(frame))
      cell.state.frames = cell.state.frames.map((one) => (one === frame ? { ...one, waits: true } : one));
    else tell(cell, frame, { page: 'begin' });
    return;
  }
  const last = shownIn(cell).at(-1);
  if (message.cell === 'height') {
    if (frame === last) cell.state.height = message.height;
    return;
  }
  if (message.cell === 'ready') {
    // The one before is seen until now, so that nothing flickers.
    cell.state.frames = [{ ...frame, stage: 'ready' }, ...cell.state.frames.filter(isSpare)];
    cell.state.silent = false;
    tellWanted(cell, cell.wanted as Wanted, {});
    renew(cell);
    keepSpare(cell);
  } else if (frame !== last) return;
  const { framework, sample } = cell.host;
  cell.emit('cell-message', { framework, sample, message });
}

/** A frame that takes longer than this, in milliseconds, is not waited for. */
const PATIENCE = 2000;

/**
 * Makes the cell anew, beside what is seen until it is there. One that is being made comes to its end first: where a frame is
 * taken away while it loads, browsers can hold up others that load the same for many seconds.
 */
function renew(cell: Inside) {
  const { address, version } = cell;
  const frames = shownIn(cell);
  const shows = `${address} ${version}`;
  if (frames.at(-1)?.shows === shows) return;
  const coming = frames.find(({ stage }) => stage === 'coming');
  if (address && coming && performance.now() - coming.begun < PATIENCE) {
    setTimeout(() => renew(cell), PATIENCE);
    return;
  }
  const seen = frames.filter(({ stage }) => stage === 'ready').slice(-1);
  const spare = cell.state.frames.find((one) => isSpare(one) && isUseful(cell, one));
  if (!address) cell.state.frames = [];
  else if (spare) {
    cell.state.frames = [...seen, { ...spare, shows, stage: 'coming', begun: performance.now() }];
    if (spare.waits) tell(cell, spare, { page: 'begin' });
  } else cell.state.frames = [...seen, newFrame(cell, { source: address, shows, stage: 'coming' })];
}

/** Cells of other rows, which are made anew after this one, come before its spare document does; in milliseconds. */
const CALM = 600;

/** Sees that there is a spare document where one is wanted, and none where not. */
function keepSpare(cell: Inside) {
  const { frames } = cell.state;
  const kept = frames.filter((one) => !isSpare(one) || (cell.spare && isUseful(cell, one)));
  if (kept.length < frames.length) cell.state.frames = kept;
  setTimeout(() => {
    const isQuiet = cell.state.frames.length === 1 && cell.state.frames[0]!.stage === 'ready';
    if (cell.spare && isQuiet && cell.address)
      cell.state.frames = [
        ...cell.state.frames,
        newFrame(cell, { source: `${cell.address}?spare`, shows: '', stage: 'spare' }),
      ];
  }, CALM);
}

function newFrame(cell: Inside, own: Pick<Frame, 'source' | 'shows' | 'stage'>): Frame {
  const { address, edition } = cell;
  const key = String(++cell.state.made);
  return { ...own, key, address: address ?? '', edition, waits: false, begun: performance.now() };
}

const isSpare = ({ stage }: Frame): boolean => stage === 'spare';

/** A spare document holds what it was told of the element when it was asked for. */
function isUseful({ address, edition }: Inside, frame: Frame): boolean {
  return frame.address === address && frame.edition === edition;
}

function shownIn({ state }: Inside): Frame[] {
  return state.frames.filter((one) => !isSpare(one));
}

function tellWanted(cell: Inside, now: Wanted, before: Wanted) {
  const changed = <Value>(one: Value | undefined, other: Value | undefined) =>
    one !== undefined && JSON.stringify(one) !== JSON.stringify(other);
  if (changed(now.view, before.view)) send(cell, { page: 'view', view: now.view! });
  if (changed(now.values, before.values)) {
    const values = Object.fromEntries(
      Object.entries(now.values!).filter(([name, value]) =>
        changed(value ?? null, before.values?.[name] ?? null),
      ),
    );
    if (Object.keys(values).length > 0)
      send(cell, { page: 'set', values, again: before.values === undefined });
  }
  for (const [name, value] of Object.entries(now.css ?? {}))
    if (value !== (before.css?.[name] ?? '')) send(cell, { page: 'css', name, value });
  for (const [tag, css] of Object.entries(now.styles ?? {}))
    if (css !== before.styles?.[tag]) send(cell, { page: 'style', tag, css });
  if (Boolean(now.trees) !== Boolean(before.trees)) send(cell, { page: 'trees', wanted: Boolean(now.trees) });
  if (Boolean(now.recording) !== Boolean(before.recording))
    send(cell, { page: 'record', wanted: Boolean(now.recording) });
}

function send(cell: Inside, message: PageMessage) {
  const frame = cell.state.frames.findLast(({ stage }) => stage === 'ready');
  if (frame) tell(cell, frame, message);
}

function tell(cell: Inside, { key, address }: Frame, message: PageMessage) {
  const shown = framesOf(cell).find(({ dataset }) => dataset.key === key);
  shown?.contentWindow?.postMessage(message, new URL(address).origin);
}

function framesOf({ parts }: Inside): HTMLIFrameElement[] {
  return [...(parts.screen?.querySelectorAll('iframe') ?? [])];
}
