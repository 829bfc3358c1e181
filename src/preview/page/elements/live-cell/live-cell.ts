import type { CellMessage, PageMessage } from '../../../messages.js';
import type { Wanted } from '../../shared/wanted.js';
import type { Inside } from './live-cell.contract.yaml';

interface Frame {
  key: string;
  address: string;
  ready: boolean;
  /** When it was asked for. */
  begun: number;
}

export const state = () => ({
  /** The frame that is seen and, while it is made anew, the next one. */
  frames: [] as readonly Frame[],
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
    if (cell.state.frames.some(({ ready }) => ready)) send(cell, { page: 'alive', number: ++asked });
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
  const { host, sample } = cell.host;
  cell.emit('cell-large', { host, sample, large: !cell.large });
}

function hear(cell: Inside, frame: Frame, message: CellMessage) {
  if (message.cell === 'height') {
    if (frame === cell.state.frames.at(-1)) cell.state.height = message.height;
    return;
  }
  if (message.cell === 'ready') {
    // The one before is seen until now, so that nothing flickers.
    cell.state.frames = [{ ...frame, ready: true }];
    cell.state.silent = false;
    tellWanted(cell, cell.wanted as Wanted, {});
    renew(cell);
  } else if (frame !== cell.state.frames.at(-1)) return;
  const { host, sample } = cell.host;
  cell.emit('cell-message', { host, sample, message });
}

/** A frame that takes longer than this, in milliseconds, is not waited for. */
const PATIENCE = 2000;

/**
 * Makes the cell anew, beside what is seen until it is there. One that is being made comes to its end first: where a frame is
 * taken away while it loads, browsers can hold up others that load the same for many seconds.
 */
function renew(cell: Inside) {
  const { address, version } = cell;
  const { frames } = cell.state;
  const key = `${address} ${version}`;
  if (frames.at(-1)?.key === key) return;
  const coming = frames.find(({ ready }) => !ready);
  if (address && coming && performance.now() - coming.begun < PATIENCE) {
    setTimeout(() => renew(cell), PATIENCE);
    return;
  }
  const seen = frames.filter(({ ready }) => ready).slice(-1);
  cell.state.frames = address ? [...seen, { key, address, ready: false, begun: performance.now() }] : [];
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
  const frame = cell.state.frames.findLast(({ ready }) => ready);
  if (!frame) return;
  const shown = framesOf(cell).find(({ dataset }) => dataset.key === frame.key);
  shown?.contentWindow?.postMessage(message, new URL(frame.address).origin);
}

function framesOf({ parts }: Inside): HTMLIFrameElement[] {
  return [...(parts.screen?.querySelectorAll('iframe') ?? [])];
}
