import type * as Generate from './generate.js';

/** Where the page finds what makes ways. */
export const WAYS = '/ways.js';

/** Loads what makes ways. It lies beside the probes, and is loaded where it is needed only. */
export async function loadWays(): Promise<typeof Generate> {
  return (await import(new URL(`.${WAYS}`, import.meta.url).href)) as typeof Generate;
}
