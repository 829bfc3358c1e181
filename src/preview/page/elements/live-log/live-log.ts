import type { LiveFramework } from '../../../shapes.js';
import { copyText } from '../../shared/copy-text.js';
import { LOG_KINDS, type LogEntry, type LogKind } from '../../shared/log.js';
import type { Inside } from './live-log.contract.yaml';

export const state = () => ({
  /** Kinds that are not wanted. */
  hidden: [] as readonly LogKind[],
  framework: '',
  /** What was there when it was paused. */
  paused: undefined as readonly LogEntry[] | undefined,
  copied: false,
});

export const results = {
  kinds: () => LOG_KINDS,
  named: ({ frameworks }: Inside) => frameworks as unknown as readonly LiveFramework[],
  /** The newest comes first: it is what somebody waits for. */
  shown({ entries, state }: Inside): readonly LogEntry[] {
    const all = state.paused ?? (entries as unknown as readonly LogEntry[]);
    const { hidden, framework } = state;
    return all
      .filter(
        ({ kind, frameworks }) =>
          !hidden.includes(kind) &&
          (framework === '' || frameworks.length === 0 || frameworks.includes(framework)),
      )
      .toReversed();
  },
  empty: ({ entries }: Inside) =>
    entries.length === 0
      ? 'Nothing has happened yet. Click something in a cell.'
      : 'Nothing of these kinds has happened.',
};

/** The frameworks that told a line; all of them have no names. */
export function told(log: Inside, { frameworks, sample }: LogEntry): string {
  const named = log.frameworks as unknown as readonly LiveFramework[];
  const titles = frameworks.map((name) => named.find((one) => one.name === name)?.title ?? name);
  const who = titles.length > 1 && titles.length === named.length ? 'all' : titles.join(', ');
  return [who, sample].filter(Boolean).join(' · ');
}

export function toggle({ state }: Inside, kind: LogKind) {
  const { hidden } = state;
  state.hidden = hidden.includes(kind) ? hidden.filter((one) => one !== kind) : [...hidden, kind];
}

export function only({ state }: Inside, event: Event) {
  state.framework = (event.currentTarget as HTMLSelectElement).value;
}

export function pause({ state, entries }: Inside) {
  state.paused = state.paused ? undefined : (entries as unknown as readonly LogEntry[]);
}

export function clear(log: Inside) {
  log.state.paused = undefined;
  log.emit('log-clear');
}

export async function copy(log: Inside) {
  const lines = results
    .shown(log)
    .toReversed()
    .map((entry) =>
      [entry.kind, `${entry.subject} ${entry.text}`.trim(), entry.place, told(log, entry)].join('\t'),
    );
  log.state.copied = await copyText(lines.join('\n'));
  setTimeout(() => (log.state.copied = false), 2000);
}
