import { createHash } from 'node:crypto';
import { appendFileSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { verifyReportSchema, type VerifyReport } from '../src/index.js';
import { lastwright, smallHarbor } from './helpers.js';

let folder: string;
let first: VerifyReport;

const PREACT_TOO = ['--framework', 'preact'];

async function verify(...flags: string[]): Promise<VerifyReport> {
  const { stdout, stderr } = await lastwright([
    'verify',
    '--json',
    '--no-types',
    '--library',
    folder,
    '--framework',
    'html',
    ...flags,
  ]);
  return verifyReportSchema.parse(JSON.parse(stdout || stderr)) as VerifyReport;
}

/** Elements of which something was seen since a moment. */
const seenSince = ({ results }: VerifyReport, moment: string): string[] => [
  ...new Set(results.filter(({ seen }) => seen > moment).map(({ element }) => element)),
];

const edit = (path: string, change: (text: string) => string): (() => void) => {
  const file = join(folder, path);
  const before = readFileSync(file, 'utf8');
  writeFileSync(file, change(before));
  return () => writeFileSync(file, before);
};

describe('verify remembers', () => {
  beforeAll(async () => {
    // More than are seen at once on two cores.
    folder = smallHarbor(['panel', 'tabs', 'pole', 'rope', 'buoy']);
    first = await verify();
  }, 300_000);

  it('what it saw, as long as nothing has changed, and says when that was', async () => {
    expect(first.cells.remembered).toBe(0);
    expect(first.cells.seen).toBeGreaterThan(50);
    const again = await verify();
    expect(again.cells).toEqual({ seen: 0, remembered: first.cells.seen });
    // As texts, so that a difference can be seen.
    expect(again.results.map((one) => JSON.stringify(one))).toEqual(
      first.results.map((one) => JSON.stringify(one)),
    );
    expect(again.browsers).toEqual(first.browsers);
    // What is compared between frameworks is remembered as well.
    const [two, both] = [await verify(...PREACT_TOO), await verify(...PREACT_TOO)];
    expect(two.cells.seen).toBeGreaterThan(40);
    expect(both.cells.seen).toBe(0);
    expect(both.results.map((one) => JSON.stringify(one))).toEqual(
      two.results.map((one) => JSON.stringify(one)),
    );
    const told = await lastwright(['verify', '--no-types', '--library', folder, '--framework', 'html']);
    expect(told.stdout).toMatch(/0 cells verified now, \d+ from the cache/);
  });

  it('nothing, where everything is to be seen anew', async () => {
    const moment = new Date().toISOString();
    const again = await verify('--no-cache', '--element', 'quay-panel');
    expect(again.cells.remembered).toBe(0);
    expect(seenSince(again, moment)).toEqual(['quay-panel']);
    // An element alone is looked at in several pages side by side.
    const verdicts = ({ results }: VerifyReport): unknown[] =>
      results
        .filter(({ element }) => element === 'quay-panel')
        .map(({ facet, subject, framework, verdict, note }) => [facet, subject, framework, verdict, note]);
    expect(verdicts(again)).toEqual(verdicts(first));
  });

  it('how long each took, so that what takes longest does not come last', async () => {
    const tookOf = (tag: string): number => {
      const text = readFileSync(join(folder, `.lastwright/seen/chromium/html/${tag}.json`), 'utf8');
      return (JSON.parse(text.slice(0, text.indexOf('\n'))) as { took: number }).took;
    };
    const tags = [...new Set(first.results.map(({ element }) => element))];
    // Somebody's machine took very long for the one that is the last by its name.
    const last = tags.toSorted().at(-1)!;
    edit(`.lastwright/seen/chromium/html/${last}.json`, (text) =>
      text.replace(/"took":\d+/, `"took":${1 + Math.max(...tags.map(tookOf)) * 10}`),
    );
    const { stdout } = await lastwright([
      'verify',
      '--json',
      '--no-types',
      '--no-cache',
      '--library',
      folder,
      '--framework',
      'html',
    ]);
    const { results } = verifyReportSchema.parse(JSON.parse(stdout)) as VerifyReport;
    const order = results.toSorted((a, b) => (a.seen < b.seen ? -1 : 1)).map(({ element }) => element);
    expect([...new Set(order)].slice(0, Math.max(3, 2 * availableParallelism()))).toContain(last);
  });

  it.each([
    ['its view', 'elements/quay-panel/quay-panel.html', (text: string) => `${text}\n<i hidden></i>`],
    ['its style', 'elements/quay-panel/quay-panel.css', (text: string) => `${text}\ni { color: red }`],
    [
      'its contract',
      'elements/quay-panel/quay-panel.contract.yaml',
      (text: string) => text.replace(/^summary: .*$/m, 'summary: Another one.'),
    ],
    [
      'its samples',
      'elements/quay-panel/quay-panel.samples.yaml',
      (text: string) => text.replace(/sample: (\w+)/, 'sample: Today $1'),
    ],
  ])('all but an element of which %s has changed', async (_, path, change) => {
    const restore = edit(path, change);
    const moment = new Date().toISOString();
    try {
      expect(seenSince(await verify(), moment)).toEqual(['quay-panel']);
    } finally {
      restore();
    }
  });

  it('nothing of what rests on a changed library style, or on another browser', async () => {
    await verify();
    const restore = edit('styles/tokens.css', (text) => `${text}\n:host { outline-offset: 1px }`);
    const moment = new Date().toISOString();
    expect(seenSince(await verify('--element', 'quay-panel'), moment)).toEqual(['quay-panel']);
    restore();
    expect((await verify()).cells.remembered).toBeGreaterThan(0);
  });

  it.each([
    ['cut off', (text: string) => text.slice(0, -100)],
    ['with one verdict changed', (text: string) => text.replace('"verdict":"fits"', '"verdict":"care"')],
    ['of nothing', () => ''],
    ['with another sum', (text: string) => text.replace(/"sum":"./, '"sum":"_')],
    [
      'with the right sum of what no tool writes',
      (text: string) => {
        const head = JSON.parse(text.slice(0, text.indexOf('\n'))) as { sum: string };
        const body = '{"results":[{}]}';
        return `${JSON.stringify({ ...head, sum: createHash('sha256').update(body).digest('base64') })}\n${body}`;
      },
    ],
  ])('nothing from a file that is %s', async (_, damage) => {
    await verify();
    edit('.lastwright/seen/chromium/html/quay-panel.json', damage);
    const moment = new Date().toISOString();
    const again = await verify();
    expect(seenSince(again, moment)).toEqual(['quay-panel']);
    expect(again.results.map(({ subject, verdict }) => [subject, verdict])).toEqual(
      first.results.map(({ subject, verdict }) => [subject, verdict]),
    );
  });

  it('no probe that came to no end', async () => {
    await verify();
    appendFileSync(
      join(folder, 'elements/quay-panel/quay-panel.ts'),
      '\nexport function firstConnected() { if (document.querySelector("meta[http-equiv=Content-Security-Policy]")) for (;;); }\n',
    );
    const flags = ['--element', 'quay-panel', '--facet', 'csp', '--timeout', '1'];
    const halted = await verify(...flags);
    expect(halted.summary.fails).toBeGreaterThan(0);
    const again = await verify(...flags);
    expect(again.cells.remembered).toBe(0);
  });

  it('nothing once its folder is gone', async () => {
    rmSync(join(folder, '.lastwright'), { recursive: true });
    expect((await verify('--element', 'quay-tabs')).cells.remembered).toBe(0);
  });
});
