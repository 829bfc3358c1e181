import * as z from 'zod';
import type { ObservedStep } from './observation.js';

const step = z.object({ did: z.string(), saw: z.string(), wanted: z.string().optional() });

/** One verdict: about one subject of one facet of one element, in one host and engine. */
export const verifyResultSchema = z.object({
  element: z.string(),
  facet: z.string(),
  subject: z.string(),
  host: z.string(),
  engine: z.string(),
  verdict: z.enum(['fits', 'care', 'fails', 'unchecked']),
  note: z.string(),
  /** The consumer's code that ran. */
  source: z.string(),
  observed: z.array(step),
});

/** What `lastwright verify --json` prints. */
export const verifyReportSchema = z.object({
  engines: z.array(z.object({ name: z.string(), version: z.string() })),
  hosts: z.array(z.object({ name: z.string(), title: z.string(), version: z.string() })),
  results: z.array(verifyResultSchema),
  summary: z.object({ fits: z.int(), care: z.int(), fails: z.int(), unchecked: z.int() }),
  seconds: z.number(),
});

export type VerifyResult = Omit<z.infer<typeof verifyResultSchema>, 'observed'> & {
  observed: ObservedStep[];
};
export type VerifyReport = Omit<z.infer<typeof verifyReportSchema>, 'results'> & { results: VerifyResult[] };

/** How many results have each verdict. */
export function summarize(results: readonly VerifyResult[]): VerifyReport['summary'] {
  const summary = { fits: 0, care: 0, fails: 0, unchecked: 0 };
  for (const { verdict } of results) summary[verdict]++;
  return summary;
}

/** One cell of the matrix: all verdicts of a facet of an element in a host. */
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
