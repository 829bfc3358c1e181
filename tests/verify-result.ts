import type { VerifyResult } from '../src/index.js';

/** A result of verify for tests of what is done with results. */
export function verifyResult(more: Partial<VerifyResult> & Pick<VerifyResult, 'element'>): VerifyResult {
  return {
    facet: 'slots',
    subject: more.element,
    framework: 'html',
    browser: 'chromium',
    verdict: 'fits',
    note: '',
    source: '',
    seen: '2026-01-01T00:00:00.000Z',
    observed: [],
    ...more,
  };
}
