import * as z from 'zod';
import type { ObservedStep } from './observation.js';

const step = z.object({ did: z.string(), saw: z.string(), wanted: z.string().optional() });

/** One verdict: about one subject of one facet of one element, in one framework and browser. */
export const verifyResultSchema = z.object({
  element: z.string(),
  facet: z.string(),
  subject: z.string(),
  framework: z.string(),
  browser: z.string(),
  verdict: z.enum(['fits', 'care', 'fails', 'unchecked']),
  note: z.string(),
  /** The consumer's code that ran. */
  source: z.string(),
  observed: z.array(step),
  /** When it was seen (ISO 8601); a verdict is remembered as long as nothing has changed that it rests on. */
  seen: z.string(),
  /** Names of pictures: of this cell, and where that one differs, what it was compared with and the difference. */
  pictures: z
    .object({ own: z.string(), other: z.string().optional(), difference: z.string().optional() })
    .optional(),
});

/** What `lastwright verify --json` prints. */
export const verifyReportSchema = z.object({
  browsers: z.array(z.object({ name: z.string(), version: z.string() })),
  frameworks: z.array(z.object({ name: z.string(), title: z.string(), version: z.string() })),
  results: z.array(verifyResultSchema),
  summary: z.object({ fits: z.int(), care: z.int(), fails: z.int(), unchecked: z.int() }),
  /** How many cells (a facet of an element, in a framework and a browser) were seen in this run, and how many are remembered. */
  cells: z.object({ seen: z.int(), remembered: z.int() }),
  seconds: z.number(),
  /** Pictures that differ, and those of the differences, PNG in Base64, by their names. */
  pictures: z.record(z.string(), z.string()),
  /** Which part of the whole it is, of how many; `plan` is the same for parts that fit together. */
  shard: z.object({ part: z.int(), of: z.int(), plan: z.string() }).optional(),
});

export type VerifyResult = Omit<z.infer<typeof verifyResultSchema>, 'observed' | 'pictures'> & {
  observed: ObservedStep[];
  pictures?: { own: string; other?: string | undefined; difference?: string | undefined } | undefined;
};
export type VerifyReport = Omit<z.infer<typeof verifyReportSchema>, 'results' | 'shard'> & {
  results: VerifyResult[];
  shard?: { part: number; of: number; plan: string } | undefined;
};

/** How many results have each verdict. */
export function summarize(results: readonly VerifyResult[]): VerifyReport['summary'] {
  const summary = { fits: 0, care: 0, fails: 0, unchecked: 0 };
  for (const { verdict } of results) summary[verdict]++;
  return summary;
}

/** One cell of the matrix: all verdicts of a facet of an element in a framework. */
export interface Cell {
  verdict: VerifyResult['verdict'];
  /** True if something of it was not checked though the rest was. */
  partly: boolean;
  results: VerifyResult[];
}

/** The worst verdict counts; what was not checked never makes a cell fit by itself. */
export function cellOf(results: readonly VerifyResult[]): Cell {
  const has = (verdict: VerifyResult['verdict']): boolean =>
    results.some((result) => result.verdict === verdict);
  const checked = results.some(({ verdict }) => verdict !== 'unchecked');
  const verdict = has('fails') ? 'fails' : has('care') ? 'care' : checked ? 'fits' : 'unchecked';
  return { verdict, partly: checked && has('unchecked'), results: [...results] };
}

/** Words for verdicts, as people read them. */
export const VERDICT_WORDS = {
  fits: 'fits',
  care: 'needs care',
  fails: 'fails',
  unchecked: 'not checked',
} as const;

/** The same behind a number: `3 need care`. */
export const COUNT_WORDS = {
  fits: 'fit',
  care: 'need care',
  fails: 'fail',
  unchecked: 'not checked',
} as const;

/** Signs for verdicts, beside their words. */
export const SIGNS = { fits: '✔', care: '!', fails: '✘', unchecked: '–' } as const;
