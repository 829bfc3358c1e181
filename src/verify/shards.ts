import { visibleLine } from '../findings/visible.js';
import { contentKey } from '../system/cache.js';
import type { VerifyReport } from './result.js';
import { summarize } from './result.js';
import { withVisibleWords } from './to-results.js';

/** One part of a run that is split for several machines. */
export interface Shard {
  /** Counts from 1. */
  part: number;
  of: number;
}

/** What is done in one place: an element in a browser, in all frameworks, so that its looks can be compared. */
export interface Unit {
  browser: string;
  element: string;
  /** How long it took before, in milliseconds; undefined where nobody knows. */
  took: number | undefined;
}

/**
 * Splits units evenly by how long they took: the longest first, each to the part that has the least so far. All parts must
 * know the same times; `plan` is another one where they do not.
 */
export function splitUnits(units: readonly Unit[], { part, of }: Shard): { own: Set<string>; plan: string } {
  const known = units.flatMap(({ took }) => took ?? []);
  const middle = known.sort((a, b) => a - b)[known.length >> 1] ?? 1;
  const loads = Array.from({ length: of }, () => 0);
  const assigned = units
    .map((unit, place) => ({ ...unit, took: unit.took ?? middle, place }))
    .sort((a, b) => b.took - a.took || a.place - b.place)
    .map((unit) => {
      const to = loads.indexOf(Math.min(...loads));
      loads[to]! += unit.took;
      return { key: unitKey(unit), to };
    });
  const own = assigned.filter(({ to }) => to === part - 1).map(({ key }) => key);
  return { own: new Set(own), plan: contentKey(JSON.stringify(assigned)) };
}

export function unitKey({ browser, element }: Pick<Unit, 'browser' | 'element'>): string {
  return `${browser} ${element}`;
}

/** Puts the reports of all parts together; gives what is wrong with them if they do not fit. */
export function mergeReports(reports: readonly VerifyReport[]): VerifyReport | { wrong: string } {
  const [first] = reports;
  const shards = reports.map(({ shard }) => shard);
  if (!first || shards.some((shard) => shard === undefined))
    return { wrong: 'Not every file is a part of a run that was split with --shard.' };
  const { of, plan } = first.shard!;
  if (shards.some((shard) => shard!.of !== of || shard!.plan !== plan))
    return {
      wrong:
        'The parts were split in different ways: by other elements, browsers or numbers of parts, or by other remembered times.',
    };
  const parts = shards.map((shard) => shard!.part);
  const missing = Array.from({ length: of }, (_, place) => place + 1).filter((part) => !parts.includes(part));
  if (missing.length > 0) return { wrong: `Part ${missing.join(', ')} of ${of} is missing.` };
  if (new Set(parts).size < parts.length) return { wrong: 'One part is there twice.' };
  const results = reports.flatMap((report) => report.results.map(withVisibleWords));
  const { shard: _, ...rest } = first;
  return {
    ...rest,
    browsers: uniqueByName(reports.flatMap(({ browsers }) => browsers)),
    frameworks: uniqueByName(reports.flatMap(({ frameworks }) => frameworks)),
    results,
    summary: summarize(results),
    cells: {
      seen: reports.reduce((sum, { cells }) => sum + cells.seen, 0),
      remembered: reports.reduce((sum, { cells }) => sum + cells.remembered, 0),
    },
    seconds: Math.max(...reports.map(({ seconds }) => seconds)),
    pictures: Object.assign({}, ...reports.map(({ pictures }) => pictures)) as Record<string, string>,
  };
}

function uniqueByName<Named extends { name: string }>(list: readonly Named[]): Named[] {
  const words = list.map((one) =>
    Object.fromEntries(Object.entries(one).map(([key, text]) => [key, visibleLine(String(text))])),
  );
  return [...new Map(words.map((one) => [one.name, one])).values()] as unknown as Named[];
}
