import * as z from 'zod';
import type { Acceptance } from '../library/open-library.js';
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
  /** Why the library accepts that it needs care or fails; such a result is counted apart. */
  accepted: z.string().optional(),
  /** True if a sound element of the tool's own, the control, needs the same care there: it is the framework's, or the browser's. */
  general: z.boolean().optional(),
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

const names = z.array(z.string()).optional();
const acceptanceSchema = z.object({
  facet: z.string(),
  framework: names,
  browser: names,
  element: names,
  reason: z.string(),
  until: z.string().optional(),
  /** `used`: it covers results. `unused`: none that needs care or fails. `ended`: its last day has passed. `unchecked`: nothing of it was verified. */
  outcome: z.enum(['used', 'unused', 'ended', 'unchecked']),
  /** How many results that need care or fail it is about. */
  count: z.int(),
});

/** What `lastwright verify --json` prints. */
export const verifyReportSchema = z.object({
  browsers: z.array(z.object({ name: z.string(), version: z.string() })),
  frameworks: z.array(z.object({ name: z.string(), title: z.string(), version: z.string() })),
  results: z.array(verifyResultSchema),
  summary: z.object({
    fits: z.int(),
    care: z.int(),
    fails: z.int(),
    unchecked: z.int(),
    accepted: z.int(),
    general: z.int(),
  }),
  /** What the library accepts (`accept:` in its configuration), and what became of it; not in a part of a split run. */
  acceptances: z.array(acceptanceSchema).optional(),
  /** How many cells (a facet of an element, in a framework and a browser) were seen in this run, and how many are remembered. */
  cells: z.object({ seen: z.int(), remembered: z.int() }),
  seconds: z.number(),
  /** Pictures that differ, and those of the differences, PNG in Base64, by their names. */
  pictures: z.record(z.string(), z.string()),
  /** Which part of the whole it is, of how many; `plan` is the same for parts that fit together. */
  shard: z.object({ part: z.int(), of: z.int(), plan: z.string() }).optional(),
});

export type VerifyResult = Omit<
  z.infer<typeof verifyResultSchema>,
  'observed' | 'pictures' | 'accepted' | 'general'
> & {
  accepted?: string | undefined;
  general?: boolean | undefined;
  observed: ObservedStep[];
  pictures?: { own: string; other?: string | undefined; difference?: string | undefined } | undefined;
};
/** One entry of `accept:`, and what became of it in a run. */
export type AcceptanceOutcome = Acceptance & {
  outcome: 'used' | 'unused' | 'ended' | 'unchecked';
  count: number;
};
export type VerifyReport = Omit<z.infer<typeof verifyReportSchema>, 'results' | 'shard' | 'acceptances'> & {
  results: VerifyResult[];
  acceptances?: AcceptanceOutcome[] | undefined;
  shard?: { part: number; of: number; plan: string } | undefined;
};

/** All that a result can count as, in the order in which people read it. */
export const STANDINGS = ['fits', 'care', 'fails', 'unchecked', 'accepted', 'general'] as const;

/** What a result counts as: its verdict, unless the library accepts it, or it is framework notes there. */
export type Standing = (typeof STANDINGS)[number];

/** What a result counts as. */
export function standingOf({
  verdict,
  accepted,
  general,
}: Pick<VerifyResult, 'verdict' | 'accepted' | 'general'>): Standing {
  if (accepted !== undefined) return 'accepted';
  return general ? 'general' : verdict;
}

/** The standings whose numbers are shown: those that are no verdicts only where there are some. */
export function shownStandings(summary: VerifyReport['summary']): Standing[] {
  const verdicts: readonly Standing[] = ['fits', 'care', 'fails', 'unchecked'];
  return STANDINGS.filter((standing) => verdicts.includes(standing) || summary[standing] > 0);
}

/** No results of any standing. */
export function noCounts(): Record<Standing, number> {
  return { fits: 0, care: 0, fails: 0, unchecked: 0, accepted: 0, general: 0 };
}

/** How many results have each standing. */
export function summarize(results: readonly VerifyResult[]): VerifyReport['summary'] {
  const summary = noCounts();
  for (const result of results) summary[standingOf(result)]++;
  return summary;
}

/** One cell of the matrix: all verdicts of a facet of an element in a framework. */
export interface Cell {
  verdict: VerifyResult['verdict'];
  /** True if something of it was not checked though the rest was. */
  partly: boolean;
  results: VerifyResult[];
}

/** The worst verdict counts, of those that are neither accepted nor general; what was not checked never makes a cell fit by itself. */
export function cellOf(results: readonly VerifyResult[]): Cell {
  const has = (verdict: VerifyResult['verdict']): boolean =>
    results.some((result) => standingOf(result) === verdict);
  const checked = results.some((result) => standingOf(result) !== 'unchecked');
  const verdict = has('fails') ? 'fails' : has('care') ? 'care' : checked ? 'fits' : 'unchecked';
  return { verdict, partly: checked && has('unchecked'), results: [...results] };
}

/** Words for verdicts, as people read them. */
export const VERDICT_WORDS = {
  fits: 'fits',
  care: 'needs care',
  fails: 'fails',
  unchecked: 'not checked',
  accepted: 'accepted',
  general: 'framework notes',
} as const;

/** The same behind a number: `3 need care`. */
export const COUNT_WORDS = {
  fits: 'fit',
  care: 'need care',
  fails: 'fail',
  unchecked: 'not checked',
  accepted: 'accepted',
  general: 'framework notes',
} as const;

/** Signs for verdicts, beside their words. */
export const SIGNS = {
  fits: '✔',
  care: '!',
  fails: '✘',
  unchecked: '–',
  accepted: '○',
  general: '·',
} as const;
