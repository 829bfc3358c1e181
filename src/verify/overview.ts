import type { VerifyReport, VerifyResult } from './result.js';

/** How many results have each verdict. */
export type Counts = VerifyReport['summary'];

/** One framework in one browser. */
export interface Column {
  host: string;
  engine: string;
}

/** One element in all columns. */
export interface Row {
  element: string;
  /** What was found in each column; undefined where nothing was to be tried. */
  cells: (Counts | undefined)[];
  /** The same for each of its facets. */
  facets: { name: string; cells: (Counts | undefined)[] }[];
}

/** A cause for what does not fit, and where it was met. */
export interface Cause {
  verdict: Exclude<VerifyResult['verdict'], 'fits'>;
  note: string;
  /** Places that are alike are told together: the same facets and elements in several hosts and engines. */
  places: Place[];
}

/** Where a cause was met. */
export interface Place {
  facets: string[];
  /** Elements, each with the subjects that it is about. */
  elements: { tag: string; subjects: string[] }[];
  hosts: string[];
  engines: string[];
}

/** A report at a glance: a row for each element, a column for each framework and browser, and each cause once. */
export interface Overview {
  columns: Column[];
  rows: Row[];
  causes: Cause[];
}

/** Looks at a report from above. */
export function overviewOf({ results, hosts, engines }: VerifyReport): Overview {
  const columns = columnsOf(results, hosts, engines);
  const placeOf = new Map(columns.map(({ host, engine }, place) => [`${host} ${engine}`, place]));
  const count = (own: readonly VerifyResult[]): Row['cells'] => {
    const cells: Row['cells'] = columns.map(() => undefined);
    for (const { host, engine, verdict } of own)
      (cells[placeOf.get(`${host} ${engine}`)!] ??= { fits: 0, care: 0, fails: 0, unchecked: 0 })[verdict]++;
    return cells;
  };
  const rows = [...grouped(results, ({ element }) => element)].map(([element, own]) => ({
    element,
    cells: count(own),
    facets: [...grouped(own, ({ facet }) => facet)].map(([name, ofFacet]) => ({
      name,
      cells: count(ofFacet),
    })),
  }));
  return { columns, rows, causes: causesOf(results) };
}

/** Columns in the order of the hosts, and in each of the engines. */
function columnsOf(
  results: readonly VerifyResult[],
  hosts: VerifyReport['hosts'],
  engines: VerifyReport['engines'],
): Column[] {
  const found = new Map(results.map(({ host, engine }) => [`${host} ${engine}`, { host, engine }]));
  const order = (list: readonly { name: string }[], name: string): number => {
    const place = list.findIndex((one) => one.name === name);
    return place < 0 ? list.length : place;
  };
  return [...found.values()].sort(
    (a, b) =>
      order(hosts, a.host) - order(hosts, b.host) || order(engines, a.engine) - order(engines, b.engine),
  );
}

/** What does not fit, the worst first; each cause once. */
function causesOf(results: readonly VerifyResult[]): Cause[] {
  return (['fails', 'care', 'unchecked'] as const).flatMap((verdict) => {
    const byNote = new Map<string, VerifyResult[]>();
    for (const result of results)
      if (result.verdict === verdict) entryOf(byNote, result.note, () => []).push(result);
    return [...byNote].map(([note, own]) => ({ verdict, note, places: placesOf(own) }));
  });
}

/** Where a cause was met: first what it is about in each host and engine, then those together that are alike. */
function placesOf(results: readonly VerifyResult[]): Place[] {
  const abouts = new Map<
    string,
    { host: string; engine: string; facets: string[]; elements: Place['elements'] }
  >();
  for (const [key, own] of grouped(results, ({ host, engine }) => `${host} ${engine}`)) {
    const { host, engine } = own[0]!;
    const elements = [...grouped(own, ({ element }) => element)].map(([tag, found]) => ({
      tag,
      subjects: unique(found.map(({ subject }) => subject)).filter((subject) => subject !== tag),
    }));
    abouts.set(key, { host, engine, facets: unique(own.map(({ facet }) => facet)), elements });
  }
  // The same in several engines of a host, then the same in several hosts.
  const byHost = [
    ...grouped([...abouts.values()], (one) => JSON.stringify([one.host, one.facets, one.elements])).values(),
  ].map((same) => ({ ...same[0]!, engines: same.map(({ engine }) => engine) }));
  const alike = grouped(byHost, (one) => JSON.stringify([one.engines, one.facets, one.elements]));
  return [...alike.values()].map((same) => {
    const { facets, elements, engines } = same[0]!;
    return { facets, elements, engines, hosts: same.map(({ host }) => host) };
  });
}

function unique(values: readonly string[]): string[] {
  return [...new Set(values)];
}

/** Values by a key of theirs, in the order in which each key comes first. */
export function grouped<Value>(
  values: readonly Value[],
  keyOf: (value: Value) => string,
): Map<string, Value[]> {
  const groups = new Map<string, Value[]>();
  for (const value of values) entryOf(groups, keyOf(value), () => []).push(value);
  return groups;
}

function entryOf<Value>(map: Map<string, Value>, key: string, make: () => Value): Value {
  const value = map.get(key) ?? make();
  map.set(key, value);
  return value;
}
