import { noCounts, standingOf, type Standing, type VerifyReport, type VerifyResult } from './result.js';

/** How many results have each standing. */
export type Counts = VerifyReport['summary'];

/** One framework in one browser. */
export interface Column {
  framework: string;
  browser: string;
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
  standing: Exclude<Standing, 'fits'>;
  note: string;
  /** Why it is accepted, if it is. */
  accepted: string | undefined;
  /** The consumer's code of one of them. */
  source: string;
  /** Places that are alike are told together: the same facets and elements in several frameworks and browsers. */
  places: Place[];
}

/** Where a cause was met. */
export interface Place {
  facets: string[];
  /** Elements, each with the subjects that it is about. */
  elements: { tag: string; subjects: string[] }[];
  frameworks: string[];
  browsers: string[];
}

/** A report at a glance: a row for each element, a column for each framework and browser, and each cause once. */
export interface Overview {
  columns: Column[];
  rows: Row[];
  causes: Cause[];
}

/** Standings that do not fit, the worst first: what cells are marked with. */
const BAD_STANDINGS = ['fails', 'care', 'unchecked', 'accepted'] as const;

/** What a cell is marked with: the standings that do not fit, or that all fit. */
export function marksOf(counts: Counts): readonly Standing[] {
  const bad = BAD_STANDINGS.filter((standing) => counts[standing] > 0);
  return bad.length > 0 ? bad : ['fits'];
}

/** Standings of which the causes are told; what is true of any element is told last, and marks no cell. */
export const TOLD_STANDINGS = [...BAD_STANDINGS, 'general'] as const;

/** Looks at a report from above. */
export function overviewOf({ results, frameworks, browsers }: VerifyReport): Overview {
  const columns = columnsOf(results, frameworks, browsers);
  const placeOf = new Map(columns.map(({ framework, browser }, place) => [`${framework} ${browser}`, place]));
  const count = (own: readonly VerifyResult[]): Row['cells'] => {
    const cells: Row['cells'] = columns.map(() => undefined);
    for (const result of own)
      (cells[placeOf.get(`${result.framework} ${result.browser}`)!] ??= noCounts())[standingOf(result)]++;
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

/** Columns in the order of the frameworks, and in each of the browsers. */
function columnsOf(
  results: readonly VerifyResult[],
  frameworks: VerifyReport['frameworks'],
  browsers: VerifyReport['browsers'],
): Column[] {
  const found = new Map(
    results.map(({ framework, browser }) => [`${framework} ${browser}`, { framework, browser }]),
  );
  const order = (list: readonly { name: string }[], name: string): number => {
    const place = list.findIndex((one) => one.name === name);
    return place < 0 ? list.length : place;
  };
  return [...found.values()].sort(
    (a, b) =>
      order(frameworks, a.framework) - order(frameworks, b.framework) ||
      order(browsers, a.browser) - order(browsers, b.browser),
  );
}

/** What does not fit, the worst first, then what is accepted and what is true of any element; each cause once. */
function causesOf(results: readonly VerifyResult[]): Cause[] {
  return TOLD_STANDINGS.flatMap((standing) => {
    const byNote = new Map<string, VerifyResult[]>();
    for (const result of results)
      if (standingOf(result) === standing)
        entryOf(byNote, `${result.note}\0${result.accepted ?? ''}`, () => []).push(result);
    return [...byNote.values()].map((own) => {
      const { note, accepted, source } = own[0]!;
      return { standing, note, accepted, source, places: placesOf(own) };
    });
  });
}

/** Where a cause was met: first what it is about in each framework and browser, then those together that are alike. */
function placesOf(results: readonly VerifyResult[]): Place[] {
  const abouts = new Map<
    string,
    { framework: string; browser: string; facets: string[]; elements: Place['elements'] }
  >();
  for (const [key, own] of grouped(results, ({ framework, browser }) => `${framework} ${browser}`)) {
    const { framework, browser } = own[0]!;
    const elements = [...grouped(own, ({ element }) => element)].map(([tag, found]) => ({
      tag,
      subjects: unique(found.map(({ subject }) => subject)).filter((subject) => subject !== tag),
    }));
    abouts.set(key, { framework, browser, facets: unique(own.map(({ facet }) => facet)), elements });
  }
  // The same in several browsers of a framework, then the same in several frameworks.
  const byFramework = [
    ...grouped([...abouts.values()], (one) =>
      JSON.stringify([one.framework, one.facets, one.elements]),
    ).values(),
  ].map((same) => ({ ...same[0]!, browsers: same.map(({ browser }) => browser) }));
  const alike = grouped(byFramework, (one) => JSON.stringify([one.browsers, one.facets, one.elements]));
  return [...alike.values()].map((same) => {
    const { facets, elements, browsers } = same[0]!;
    return { facets, elements, browsers, frameworks: same.map(({ framework }) => framework) };
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
