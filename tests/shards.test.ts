import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { verifyReportSchema } from '../src/index.js';
import { mergeReports, splitUnits } from '../src/verify/shards.js';
import type { VerifyReport } from '../src/verify/result.js';
import { lastwright, scratchFolder, smallHarbor } from './helpers.js';

const harbor = (): string => smallHarbor(['panel', 'rope', 'buoy']);

const units = (times: (number | undefined)[]) =>
  times.map((took, place) => ({ browser: 'chromium', element: `quay-${place}`, took }));

describe('a run that is split', () => {
  it('gives each unit to one part, evenly by the times that are known', () => {
    const all = units([900, 100, 100, 100, 500, 100, 200, undefined]);
    const parts = [1, 2].map((part) => splitUnits(all, { part, of: 2 }));
    const own = parts.map(({ own: keys }) => [...keys]);
    expect([...own[0]!, ...own[1]!].sort()).toEqual(all.map(({ element }) => `chromium ${element}`).sort());
    const load = (keys: string[]): number =>
      keys.reduce((sum, key) => sum + (all.find(({ element }) => key.endsWith(element))!.took ?? 100), 0);
    expect(Math.abs(load(own[0]!) - load(own[1]!))).toBeLessThanOrEqual(200);
    expect(parts[0]!.plan).toBe(parts[1]!.plan);
  });

  it('is another plan where other times are known, or other units', () => {
    const plan = (times: (number | undefined)[], of = 2): string =>
      splitUnits(units(times), { part: 1, of }).plan;
    expect(plan([1, 2, 3])).not.toBe(plan([3, 2, 1]));
    expect(plan([1, 2, 3])).not.toBe(plan([1, 2]));
    expect(plan([1, 2, 3])).not.toBe(plan([1, 2, 3], 3));
  });

  it('can have more parts than units', () => {
    const parts = [1, 2, 3].map((part) => splitUnits(units([5, 5]), { part, of: 3 }).own.size);
    expect(parts).toEqual([1, 1, 0]);
  });

  const part = (number: number, plan = 'p', of = 2): VerifyReport => ({
    browsers: [],
    frameworks: [],
    results: [],
    summary: { fits: 0, care: 0, fails: 0, unchecked: 0, accepted: 0, general: 0 },
    cells: { seen: 1, remembered: 2 },
    seconds: number,
    pictures: {},
    shard: { part: number, of, plan },
  });

  it.each([
    [[], /--shard/],
    [[{ ...part(1), shard: undefined }], /--shard/],
    [[part(1)], /Part 2 of 2 is missing/],
    [[part(1), part(1), part(2)], /twice/],
    [[part(1), part(2, 'q')], /different ways/],
    [[part(1), part(2, 'p', 3)], /different ways/],
  ])('is not put together from what does not fit: %#', (reports, told) => {
    expect((mergeReports(reports) as { wrong: string }).wrong).toMatch(told);
  });

  it('counts together', () => {
    const whole = mergeReports([part(2), part(1)]) as VerifyReport;
    expect([whole.cells, whole.seconds, whole.shard]).toEqual([{ seen: 2, remembered: 4 }, 2, undefined]);
  });

  it('gives, put together, what one run gives', async () => {
    const folder = harbor();
    const flags = ['--no-types', '--no-cache', '--json'];
    const whole = verifyReportSchema.parse(
      JSON.parse((await lastwright(['verify', '--library', folder, ...flags])).stdout),
    );
    const files: string[] = [];
    const own: string[][] = [];
    for (const number of [1, 2]) {
      const { stdout, stderr } = await lastwright([
        'verify',
        '--library',
        harbor(),
        ...flags,
        '--shard',
        `${number}/2`,
      ]);
      const report = verifyReportSchema.parse(JSON.parse(stdout));
      expect(report.shard, stderr).toMatchObject({ part: number, of: 2 });
      own.push([...new Set(report.results.map(({ element }) => element))]);
      files.push(join(scratchFolder(), `part-${number}.json`));
      writeFileSync(files.at(-1)!, stdout);
    }
    expect(own[0]!.filter((element) => own[1]!.includes(element))).toEqual([]);
    const merging = ['verify', '--library', folder, ...files.flatMap((file) => ['--merge', file])];
    const merged = await lastwright([...merging, '--json']);
    expect(merged.status, merged.stderr).toBe(0);
    const together = verifyReportSchema.parse(JSON.parse(merged.stdout));
    const words = ({
      results,
    }: {
      results: { element: string; facet: string; subject: string; framework: string; verdict: string }[];
    }) =>
      results
        .map((one) => [one.element, one.facet, one.subject, one.framework, one.verdict].join(' · '))
        .sort();
    expect(words(together)).toEqual(words(whole));
    expect(together.summary).toEqual(whole.summary);

    const lacking = await lastwright(['verify', '--library', folder, '--merge', files[0]!]);
    expect([lacking.status, lacking.stderr]).toEqual([2, expect.stringContaining('Part 2 of 2 is missing')]);

    // Where times are remembered, the parts are others; both must know the same.
    const { stdout } = await lastwright(['verify', '--library', folder, ...flags, '--shard', '2/2']);
    writeFileSync(files[1]!, stdout);
    const unlike = await lastwright([...merging, '--json']);
    expect([unlike.status, unlike.stderr]).toEqual([2, expect.stringContaining('other remembered times')]);
  }, 240_000);

  it.each([
    ['3/2', 'names no part'],
    ['0/2', 'names no part'],
    ['a', 'names no part'],
  ])('has no part %s', async (text, told) => {
    const { status, stderr } = await lastwright(['verify', '--library', harbor(), '--shard', text]);
    expect([status, stderr]).toEqual([2, expect.stringContaining(told)]);
  });

  it('says which file is no report', async () => {
    const file = join(scratchFolder(), 'part.json');
    writeFileSync(file, '{}');
    const wrong = await lastwright(['verify', '--library', harbor(), '--merge', file]);
    expect([wrong.status, wrong.stderr]).toEqual([
      2,
      expect.stringContaining('is no report of lastwright verify'),
    ]);
    const missing = await lastwright(['verify', '--library', harbor(), '--merge', `${file}x`]);
    expect([missing.status, missing.stderr]).toEqual([2, expect.stringContaining('There is no file')]);
  });
});
