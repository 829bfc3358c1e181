/** What a line of the log is about. */
export const LOG_KINDS = [
  'event',
  'property',
  'attribute',
  'slot',
  'call',
  'callback',
  'error',
  'warning',
  'note',
  'save',
] as const;

export type LogKind = (typeof LOG_KINDS)[number];

/** What one line of the log says. */
export interface LogLine {
  kind: LogKind;
  /** The sample that it happened in; empty where it is about none. */
  sample: string;
  subject: string;
  text: string;
  /** Where in the author's files, if that is known: `file:line:column`. */
  place: string;
}

/** One line of the log, with who said it. */
export interface LogEntry extends LogLine {
  readonly [key: string]: unknown;
  number: number;
  /** When it was heard first, in milliseconds since the page began. */
  at: number;
  /** The frameworks that told it, by name. */
  frameworks: readonly string[];
}

/** What is told several times by different frameworks within this many milliseconds is one line. */
const TOGETHER = 1500;

/** So many lines are kept. */
const KEPT = 1000;

/** The log with one thing more: a line of its own, or one framework more in a line that says the same. */
export function withEntry(
  log: readonly LogEntry[],
  entry: LogLine,
  framework: string,
  now: number,
): readonly LogEntry[] {
  for (let place = log.length - 1; place >= 0; place--) {
    const one = log[place]!;
    if (now - one.at > TOGETHER) break;
    const isSame = (['kind', 'sample', 'subject', 'text'] as const).every(
      (name) => one[name] === entry[name],
    );
    if (!isSame || framework === '' || one.frameworks.includes(framework)) continue;
    return log.with(place, {
      ...one,
      frameworks: [...one.frameworks, framework],
      place: one.place || entry.place,
    });
  }
  const number = (log.at(-1)?.number ?? 0) + 1;
  return [
    ...log.slice(1 - KEPT),
    { ...entry, number, at: now, frameworks: framework === '' ? [] : [framework] },
  ];
}
