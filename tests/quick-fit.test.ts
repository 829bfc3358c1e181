import { join } from 'node:path';
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parse } from 'yaml';
import { quickFit } from '../src/contract/quick-fit.js';
import { contractSchema, librarySchema, samplesSchema } from '../src/contract/schema.js';
import { readTree, REPOSITORY } from './helpers.js';

const demo = readTree(join(REPOSITORY, 'examples/quayside'));
const contracts = Object.entries(demo)
  .filter(([path]) => path.endsWith('.contract.yaml') && !path.startsWith('dist'))
  .map(([, text]) => parse(text) as Record<string, unknown>);

/** Both ways of reading agree: on whether a value fits, and on what it is then. */
function agree(schema: Parameters<typeof quickFit>[0], value: unknown): boolean {
  const result = schema.safeParse(value);
  const quick = quickFit(schema, value);
  expect(quick !== undefined).toBe(result.success);
  if (result.success) expect(quick!.value).toEqual(result.data);
  return result.success;
}

/** A value with one of its members, somewhere, replaced. */
function changed(value: unknown, path: number[], other: unknown): unknown {
  if (typeof value !== 'object' || value === null || path.length === 0) return other;
  const [step, ...rest] = path as [number, ...number[]];
  const keys = Object.keys(value);
  if (keys.length === 0) return { added: other };
  const key = keys[step % keys.length]!;
  if (Array.isArray(value))
    return value.map((item, index) =>
      String(index) === key ? changed(item, rest, other) : (item as unknown),
    );
  return { ...value, [key]: changed((value as Record<string, unknown>)[key], rest, other) };
}

describe('quick reading', () => {
  it('takes the contracts, samples and configuration of the demo as the schemas do', () => {
    expect(contracts).toHaveLength(12);
    for (const contract of contracts) expect(agree(contractSchema, contract)).toBe(true);
    expect(agree(librarySchema, parse(demo['lastwright.yaml']!))).toBe(true);
    for (const [path, text] of Object.entries(demo)) {
      if (path.endsWith('.samples.yaml')) expect(agree(samplesSchema, parse(text))).toBe(true);
    }
  });

  it('agrees with the schemas on contracts that are changed anywhere', () => {
    const odd = fc.oneof(
      fc.constantFrom<unknown>(null, undefined, true, false, 0, -1, 1.5, '', 'text', [], {}, [''], [{}], {
        type: 'string',
      }),
      fc.jsonValue(),
    );
    fc.assert(
      fc.property(
        fc.constantFrom(...contracts),
        fc.array(fc.nat(9), { minLength: 1, maxLength: 5 }),
        odd,
        (contract, path, other) => {
          agree(contractSchema, changed(contract, path, other));
        },
      ),
      { numRuns: 2000 },
    );
  });

  it('says no to what is no mapping at all', () => {
    for (const value of [null, undefined, 1, 'text', [], [{}]])
      expect(agree(contractSchema, value)).toBe(false);
  });
});
