import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyReport } from '../src/index.js';
import { FACET_NAMES } from '../src/library/facet-names.js';
import type { Acceptance } from '../src/library/open-library.js';
import { accept } from '../src/verify/accept.js';
import { FACETS } from '../src/verify/facets/index.js';
import { overviewOf } from '../src/verify/overview.js';
import { summarize } from '../src/verify/result.js';
import { TYPES } from '../src/verify/types/types-facet.js';
import { lastwright, writeFiles } from './helpers.js';
import { verifyResult } from './verify-result.js';

const RESULTS = [
  verifyResult({
    element: 'quay-mast',
    facet: 'upgrade',
    framework: 'react',
    verdict: 'care',
    note: 'Import it first.',
  }),
  verifyResult({
    element: 'quay-boom',
    facet: 'upgrade',
    framework: 'react',
    verdict: 'fails',
    note: 'Lost.',
  }),
  verifyResult({
    element: 'quay-mast',
    facet: 'upgrade',
    framework: 'vue',
    verdict: 'care',
    note: 'Import it first.',
  }),
  verifyResult({ element: 'quay-mast', facet: 'slots', framework: 'react' }),
  verifyResult({
    element: 'quay-mast',
    facet: 'forms',
    framework: 'react',
    verdict: 'unchecked',
    note: 'No form.',
  }),
];
const REPORT: VerifyReport = {
  browsers: [{ name: 'chromium', version: 'Chromium 1' }],
  frameworks: ['react', 'vue'].map((name) => ({ name, title: name, version: '1' })),
  results: RESULTS,
  summary: summarize(RESULTS),
  cells: { seen: 5, remembered: 0 },
  seconds: 1,
  pictures: {},
};
const DAY = '2026-12-01';
const accepting = (...acceptances: (Partial<Acceptance> & { facet: string })[]): VerifyReport =>
  accept(
    REPORT,
    acceptances.map((one) => ({ reason: 'We know.', ...one })),
    DAY,
  );

describe('what a library accepts', () => {
  it.each<[Partial<Acceptance> & { facet: string }, number[]]>([
    [{ facet: 'upgrade' }, [0, 1, 2]],
    [{ facet: 'upgrade', framework: ['react'] }, [0, 1]],
    [{ facet: 'upgrade', element: ['quay-mast'] }, [0, 2]],
    [{ facet: 'upgrade', framework: ['react', 'vue'], element: ['quay-boom'] }, [1]],
    [{ facet: 'upgrade', browser: ['firefox'] }, []],
    [{ facet: 'upgrade', until: DAY }, [0, 1, 2]],
    [{ facet: 'upgrade', until: '2026-11-30' }, []],
    // Neither what fits nor what was not checked is accepted.
    [{ facet: 'slots' }, []],
    [{ facet: 'forms' }, []],
  ])('is what it names: %j', (acceptance, indexes) => {
    const { results, summary } = accepting(acceptance);
    expect([...results.keys()].filter((index) => results[index]!.accepted !== undefined)).toEqual(indexes);
    expect(summary.accepted).toBe(indexes.length);
    expect(summary.fits + summary.care + summary.fails + summary.unchecked + summary.accepted).toBe(5);
    expect(summary.fails).toBe(indexes.includes(1) ? 0 : 1);
    // What was accepted in an earlier run is not accepted for good.
    expect(accept({ ...REPORT, results }, [], DAY).results).toEqual(RESULTS);
  });

  it.each([
    ['used', { facet: 'upgrade' }, 3],
    ['unused', { facet: 'slots' }, 0],
    ['ended', { facet: 'upgrade', until: '2026-01-01' }, 3],
    ['unchecked', { facet: 'forms' }, 0],
    ['unchecked', { facet: 'csp' }, 0],
  ])('is %s: %j', (outcome, acceptance, count) => {
    expect(accepting(acceptance).acceptances).toMatchObject([{ outcome, count }]);
  });

  it('the first that covers a result has it', () => {
    const { acceptances } = accepting({ facet: 'upgrade', framework: ['vue'] }, { facet: 'upgrade' });
    expect(acceptances).toMatchObject([
      { outcome: 'used', count: 1 },
      { outcome: 'used', count: 2 },
    ]);
  });

  it('a part of a split run does not say what no longer occurs', () => {
    const shard = { part: 1, of: 2, plan: 'p' };
    expect(accept({ ...REPORT, shard }, [{ facet: 'slots', reason: 'x' }], DAY).acceptances).toBeUndefined();
  });

  it('is listed apart, once for each reason', () => {
    const report = accepting(
      { facet: 'upgrade', framework: ['react'], reason: 'Known.' },
      { facet: 'upgrade', framework: ['vue'], reason: 'Also known.' },
    );
    const { causes, rows } = overviewOf(report);
    expect(
      causes.filter(({ standing }) => standing === 'accepted').map(({ note, accepted }) => [note, accepted]),
    ).toEqual([
      ['Import it first.', 'Known.'],
      ['Lost.', 'Known.'],
      ['Import it first.', 'Also known.'],
    ]);
    expect(rows.find(({ element }) => element === 'quay-mast')!.cells[0]).toMatchObject({
      care: 0,
      accepted: 1,
    });
  });

  it('can be of every facet', () => expect(FACET_NAMES).toEqual([...FACETS, TYPES].map(({ name }) => name)));
});

describe('verify, with what a library accepts', () => {
  // It loses its label when it is moved: lifecycle fails.
  const files = (more: string): Record<string, string> => ({
    'lastwright.yaml': `library: 1\nframeworks: [html]\n${more}`,
    'package.json': '{ "name": "harbor", "version": "1.0.0" }',
    'elements/quay-mast/quay-mast.contract.yaml':
      'contract: 1\ntag: quay-mast\nwraps: { element: ./mast.ts }\nproperties: { label: { type: string, default: "" } }\n',
    'elements/quay-mast/mast.ts': `export default class extends HTMLElement {
      static observedAttributes = ['label'];
      #label = '';
      constructor() { super(); if (Object.hasOwn(this, 'label')) { const { label } = this; delete (this as { label?: string }).label; this.label = label; } }
      get label(): string { return this.#label; }
      set label(value: string | undefined) { this.#label = value ?? ''; }
      attributeChangedCallback(_: string, before: string | null, text: string | null): void { this.label = text ?? undefined; }
      disconnectedCallback(): void { this.#label = ''; }
    }`,
  });
  const verify = async (
    more: string,
    ...flags: string[]
  ): Promise<{ status: number | null; stdout: string; stderr: string }> =>
    lastwright(['verify', '--no-types', '--facet', 'lifecycle', ...flags], { cwd: writeFiles(files(more)) });
  let plain: Awaited<ReturnType<typeof verify>>;

  beforeAll(async () => {
    plain = await verify('');
  });

  it('fails without', () => {
    expect(plain.status).toBe(1);
    expect(plain.stdout).toContain('fails');
  });

  it('goes well with, and says why', async () => {
    const { status, stdout } = await verify(
      'accept: [{ facet: lifecycle, reason: It is never moved here. }]\n',
    );
    expect([status, stdout]).toEqual([0, expect.stringContaining('It is never moved here.')]);
    expect(stdout).toMatch(/0 fail.* accepted/);
    expect(stdout).not.toContain('Nothing left to accept');
  });

  it('fails again after its last day, and says so with the line', async () => {
    const { status, stdout } = await verify(
      'accept:\n  - { facet: lifecycle, reason: It is never moved here., until: 2026-01-01 }\n',
    );
    expect(status).toBe(1);
    expect(stdout).toContain('No longer accepted since 2026-01-01: lifecycle');
    expect(stdout).toContain('lastwright.yaml:4');
  });

  it('allows as many that need care as are asked for', async () => {
    const { status, stderr } = await verify('', '--max-care', '0');
    expect([status, stderr]).toEqual([1, expect.not.stringContaining('--max-care allows')]);
  });

  it.each([
    ['{ facet: lifecycles, reason: x }', 'Unknown facet "lifecycles"'],
    ['{ facet: lifecycle, framework: recat, reason: x }', 'Unknown framework "recat"'],
    ['{ facet: lifecycle, browser: [chrom], reason: x }', 'Unknown browser "chrom"'],
    ['{ facet: lifecycle, element: quay-mats, reason: x }', 'Did you mean "quay-mast"?'],
    ['{ facet: lifecycle }', 'reason'],
    ['{ facet: lifecycle, reason: x, until: tomorrow }', 'until'],
  ])('refuses %s', async (entry, words) => {
    const { status, stdout } = await lastwright(['check'], {
      cwd: writeFiles(files(`accept: [${entry}]\n`)),
    });
    expect([status, stdout]).toEqual([1, expect.stringContaining(words)]);
  });
});
