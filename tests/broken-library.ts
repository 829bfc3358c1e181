import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyReport, VerifyResult } from '../src/index.js';
import { entryContract, entrySamples, lampContract, lampSamples } from './broken-contracts.js';
import { FACETS, lastwright, REPOSITORY, writeFiles } from './helpers.js';

const FOLDER = join(REPOSITORY, 'tests/broken');

/** One element with one fault. */
export interface Broken {
  facet: string;
  /** What is wrong with it, in words. */
  fault: string;
  tag: string;
}

/** The faulty elements of one facet, with the modules that make them. */
export function faultsOf(facet: string): (Broken & { base: 'lamps' | 'entries' })[] {
  // The modules define classes that a browser has; only their names are wanted here.
  const source = readFileSync(join(FOLDER, `${facet}.ts`), 'utf8');
  const found: (Broken & { base: 'lamps' | 'entries' })[] = [];
  let base: 'lamps' | 'entries' | undefined;
  for (const line of source.split('\n')) {
    base = (/^export const (lamps|entries):/.exec(line)?.[1] as typeof base) ?? base;
    const fault = /^  (?:'([^']+)'|([a-z]+)): /.exec(line)?.slice(1).find(Boolean);
    if (!base || !fault) continue;
    const tag = `${base === 'lamps' ? 'lamp' : 'entry'}-${facet}-${found.length + 1}`;
    found.push({ facet, fault, tag, base });
  }
  return found;
}

/** A library of all faulty elements of some facets, and of the sound ones that they come from. */
export function brokenLibrary(
  facets: readonly string[],
  frameworks: readonly string[],
  perFacet = Infinity,
): { folder: string; broken: Broken[] } {
  const files: Record<string, string> = {
    'lastwright.yaml': `library: 1\nframeworks: [${frameworks.join(', ')}]\n`,
    'package.json': '{ "name": "lamps", "version": "1.0.0" }',
  };
  for (const name of readdirSync(FOLDER)) files[`faults/${name}`] = readFileSync(join(FOLDER, name), 'utf8');
  const put = (tag: string, module: string): void => {
    const name = tag.replace(/^\w+-/, '');
    const ofLamp = tag.startsWith('lamp-');
    const place = `elements/${tag}`;
    files[`${place}/${tag}.contract.yaml`] = ofLamp ? lampContract(name) : entryContract(name);
    files[`${place}/${tag}.samples.yaml`] = ofLamp ? lampSamples : entrySamples;
    files[`${place}/${name}.ts`] = module;
  };
  put('lamp-sound', `import { Lamp } from '../../faults/lamp.js';\nexport default class extends Lamp {}\n`);
  put(
    'entry-sound',
    `import { Entry } from '../../faults/entry.js';\nexport default class extends Entry {}\n`,
  );
  const broken = facets.flatMap((facet) => faultsOf(facet).slice(0, perFacet));
  for (const { tag, facet, fault, base } of broken)
    put(
      tag,
      `import { ${base} } from '../../faults/${facet}.js';\nexport default ${base}[${JSON.stringify(fault)}]!();\n`,
    );
  return { folder: writeFiles(files), broken };
}

/** Verifies a library with the built command. */
export async function verified(folder: string, ...flags: string[]): Promise<VerifyReport> {
  const { stdout, stderr } = await lastwright(['verify', '--json', '--library', folder, ...flags]);
  const report = (stdout ? JSON.parse(stdout) : {}) as Partial<VerifyReport>;
  if (!report.results) throw new Error(`verify gave no report: ${stdout}${stderr}`);
  return report as VerifyReport;
}

/** The facets in which an element fails in a framework, in their order. */
export function failingFacets({ results }: VerifyReport, tag: string, framework: string): string[] {
  return FACETS.filter((facet) =>
    results.some(
      (result) =>
        result.element === tag &&
        result.framework === framework &&
        result.facet === facet &&
        result.verdict === 'fails',
    ),
  );
}

/** Faults that bring about another one: what fails there as well follows from them. */
const FOLLOWS: Readonly<Record<string, readonly string[]>> = {
  'empties itself when it is upgraded': ['slots'],
  'turns the others off': ['upgrade'],
  'does not show the label': ['accessibility', 'properties'],
};

/** Facets that may fail as well where an element has a fault. */
function followsFrom(fault: string): readonly string[] {
  return FOLLOWS[fault] ?? [];
}

/** Declares the tests of elements that look different in two frameworks. */
export function testLooks(...flags: string[]): void {
  describe('faults of the facet appearance', () => {
    const { folder, broken } = brokenLibrary(['appearance'], ['html', 'preact']);
    let report: VerifyReport;

    beforeAll(async () => {
      report = await verified(folder, '--no-types', ...flags);
    }, 1_800_000);

    it.each(broken)('$fault', ({ tag }) => {
      expect(failingFacets(report, tag, 'html')).toEqual([]);
      expect(failingFacets(report, tag, 'preact')).toEqual(['appearance']);
      const [one] = report.results.filter(({ element, verdict }) => element === tag && verdict === 'fails');
      expect(one!.note).toBe('It does not look as it does in html.');
      expect(new Set(Object.values(one!.pictures!)).size).toBe(3);
    });

    expectNoneInSound(() => report, ['html', 'preact']);
  });
}

/** Declares the tests of all faulty elements of some facets, in plain HTML. */
export function testBroken(facets: readonly string[], ...flags: string[]): void {
  describe(`faults of ${facets.join(', ')}`, () => {
    const broken = facets.flatMap((facet) => faultsOf(facet));
    let report: VerifyReport;

    beforeAll(async () => {
      report = await verified(brokenLibrary(facets, ['html']).folder, ...flags);
    }, 1_800_000);

    it.each(broken)('$facet: $fault', ({ tag, facet, fault }) => {
      expectOnly(facet, report, tag, fault, 'html');
      // What is said of it can be followed: the code that ran, and what was seen where something else was wanted.
      for (const { source, observed } of failuresOf(report, tag, 'html')) {
        if (facet !== 'upgrade') expect(source).toContain(`<${tag}`);
        expect(observed.some(({ wanted }) => wanted !== undefined)).toBe(true);
      }
    });

    expectNoneInSound(() => report, ['html']);
  });
}

/** Declares the tests of one fault of each of some facets, in frameworks. */
export function testBrokenIn(
  frameworks: readonly string[],
  facets: readonly string[],
  ...flags: string[]
): void {
  describe(`one fault of each facet, in ${frameworks.join(', ')}`, () => {
    const { broken, folder } = brokenLibrary(facets, frameworks, 1);
    let report: VerifyReport;

    beforeAll(async () => {
      report = await verified(folder, '--timeout', '30', '--no-types', ...flags);
    }, 1_800_000);

    // Looks are compared with the first framework's; what is the same everywhere is looked at in plain HTML only.
    const tried = (facet: string): readonly string[] =>
      facet === 'appearance' ? frameworks.slice(1) : facet === 'accessibility' ? [] : frameworks;

    it.each(broken.flatMap((one) => tried(one.facet).map((framework) => ({ ...one, framework }))))(
      '$facet: $fault, in $framework',
      ({ tag, facet, fault, framework }) => expectOnly(facet, report, tag, fault, framework),
    );

    expectNoneInSound(() => report, frameworks);
  });
}

function failuresOf({ results }: VerifyReport, tag: string, framework: string): VerifyResult[] {
  return results.filter(
    (one) => one.element === tag && one.framework === framework && one.verdict === 'fails',
  );
}

/** A faulty element fails in one facet, and where else that follows from it. */
function expectOnly(
  facet: string,
  report: VerifyReport,
  tag: string,
  fault: string,
  framework: string,
): void {
  const told = failuresOf(report, tag, framework).map(({ facet: at, subject, note }) => [at, subject, note]);
  const follows = followsFrom(fault);
  const seen = failingFacets(report, tag, framework).filter((other) => !follows.includes(other));
  expect(seen, JSON.stringify(told)).toEqual([facet]);
}

/** Declares that the sound elements, from which the faulty ones come, fail nowhere. */
function expectNoneInSound(report: () => VerifyReport, frameworks: readonly string[]): void {
  it.each(
    frameworks.flatMap((framework) => ['lamp-sound', 'entry-sound'].map((tag) => ({ framework, tag }))),
  )('none in $tag, in $framework', ({ framework, tag }) =>
    expect(failingFacets(report(), tag, framework)).toEqual([]),
  );
}
