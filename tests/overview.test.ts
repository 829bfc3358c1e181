import { stripVTControlCharacters } from 'node:util';
import { describe, expect, it } from 'vitest';
import { showOverview } from '../src/terminal/show-overview.js';
import { overviewOf } from '../src/verify/overview.js';
import { summarize, type VerifyReport, type VerifyResult } from '../src/verify/result.js';
import { FRAMEWORKS } from './helpers.js';
import { verifyResult } from './verify-result.js';

const TITLES: Record<string, string> = {
  html: 'HTML',
  react: 'React 19',
  'react-18': 'React 18',
  vue: 'Vue 3',
};

const result = (element: string, framework: string, more: Partial<VerifyResult> = {}): VerifyResult =>
  verifyResult({ element, framework, ...more });

function report(results: VerifyResult[], browsers = ['chromium']): VerifyReport {
  return {
    browsers: browsers.map((name) => ({ name, version: `${name} 1` })),
    frameworks: [...new Set(results.map(({ framework }) => framework))].map((name) => ({
      name,
      title: TITLES[name] ?? `${name} 9`,
      version: '9',
    })),
    results,
    summary: summarize(results),
    cells: { seen: results.length, remembered: 0 },
    seconds: 1,
    pictures: {},
  };
}

/** A text as somebody without colors sees it. */
const plain = (text: string): string[] => stripVTControlCharacters(text).split('\n');

describe('a report at a glance', () => {
  it('counts what does not fit, by element and column, and by facet below', () => {
    const { columns, rows } = overviewOf(
      report([
        result('quay-berth', 'html'),
        result('quay-berth', 'vue', { verdict: 'fails', note: 'No.' }),
        result('quay-berth', 'vue', { verdict: 'fails', note: 'No.', facet: 'events' }),
        result('quay-berth', 'vue', { verdict: 'care' }),
        result('quay-menu', 'html', { verdict: 'unchecked' }),
      ]),
    );
    expect(columns.map(({ framework }) => framework)).toEqual(['html', 'vue']);
    expect(rows.map(({ element, cells }) => [element, cells])).toEqual([
      [
        'quay-berth',
        [
          { fits: 1, care: 0, fails: 0, unchecked: 0, accepted: 0, general: 0 },
          { fits: 0, care: 1, fails: 2, unchecked: 0, accepted: 0, general: 0 },
        ],
      ],
      ['quay-menu', [{ fits: 0, care: 0, fails: 0, unchecked: 1, accepted: 0, general: 0 }, undefined]],
    ]);
    expect(rows[0]!.facets.map(({ name, cells }) => [name, cells[1]?.fails])).toEqual([
      ['slots', 1],
      ['events', 1],
    ]);
  });

  it('tells each cause once, with where it was met: alike in several frameworks and browsers, or apart', () => {
    const note = 'It copies the list.';
    const results = ['chromium', 'firefox'].flatMap((browser) => [
      result('quay-berth', 'react', {
        browser,
        verdict: 'fails',
        note,
        subject: 'parcels',
        facet: 'properties',
      }),
      result('quay-berth', 'vue', {
        browser,
        verdict: 'fails',
        note,
        subject: 'parcels',
        facet: 'properties',
      }),
      ...(browser === 'firefox'
        ? [
            result('quay-menu', 'vue', {
              browser,
              verdict: 'fails',
              note,
              subject: 'entries',
              facet: 'properties',
            }),
          ]
        : []),
    ]);
    const { causes } = overviewOf(report(results, ['chromium', 'firefox']));
    expect(causes).toHaveLength(1);
    expect(causes[0]!.places).toEqual([
      {
        facets: ['properties'],
        elements: [{ tag: 'quay-berth', subjects: ['parcels'] }],
        frameworks: ['react'],
        browsers: ['chromium', 'firefox'],
      },
      {
        facets: ['properties'],
        elements: [{ tag: 'quay-berth', subjects: ['parcels'] }],
        frameworks: ['vue'],
        browsers: ['chromium'],
      },
      {
        facets: ['properties'],
        elements: [
          { tag: 'quay-berth', subjects: ['parcels'] },
          { tag: 'quay-menu', subjects: ['entries'] },
        ],
        frameworks: ['vue'],
        browsers: ['firefox'],
      },
    ]);
  });

  it('says the worst causes first', () => {
    const { causes } = overviewOf(
      report([
        result('quay-a', 'html', { verdict: 'unchecked', note: 'c' }),
        result('quay-a', 'html', { verdict: 'care', note: 'b' }),
        result('quay-a', 'html', { verdict: 'fails', note: 'a' }),
      ]),
    );
    expect(causes.map(({ note }) => note)).toEqual(['a', 'b', 'c']);
  });

  it('fits 80 columns with ten frameworks, each named once above its column', () => {
    const results = ['quay-berth', 'quay-picture'].flatMap((element) =>
      FRAMEWORKS.map((framework) =>
        result(element, framework, framework === 'riot' ? { verdict: 'care', note: 'x' } : {}),
      ),
    );
    const lines = plain(showOverview(report(results)));
    const matrix = lines.slice(0, lines.indexOf(''));
    expect(Math.max(...matrix.map((line) => line.length))).toBeLessThanOrEqual(80);
    const rows = matrix.filter((line) => line.startsWith('quay-'));
    const heads = matrix.filter((line) => line.startsWith(' '));
    expect(rows).toHaveLength(2);
    const marks = [...rows[0]!.matchAll(/[✔!]/g)].map(({ index }) => index);
    expect(marks).toHaveLength(FRAMEWORKS.length);
    // Each mark stands under the beginning of its framework's name.
    const named = heads.flatMap((line) => [...line.matchAll(/\S+(?: \d+)?/g)].map(({ index }) => index));
    expect(named.sort((a, b) => a - b)).toEqual(marks);
  });

  it('shows browsers that are alike in one table, and others apart', () => {
    const results = ['chromium', 'firefox', 'webkit'].flatMap((browser) => [
      result('quay-berth', 'html', { browser }),
      result(
        'quay-menu',
        'html',
        browser === 'webkit' ? { browser, verdict: 'fails', note: 'No.' } : { browser },
      ),
    ]);
    const lines = plain(showOverview(report(results, ['chromium', 'firefox', 'webkit'])));
    expect(lines).toContain('chromium, firefox');
    expect(lines).toContain('webkit');
    expect(lines.filter((line) => /^quay-menu +✘1$/.test(line))).toHaveLength(1);
    expect(lines.join('\n')).toContain('slots · html · webkit · quay-menu');
  });

  it('has a line for each of 100 elements, and a short one for what concerns all of them', () => {
    const results = Array.from({ length: 100 }, (_, place) =>
      result(`quay-${place}`, 'html', { verdict: 'unchecked', note: 'No page was there.' }),
    );
    const lines = plain(showOverview(report(results)));
    expect(lines.filter((line) => /^quay-\d+ +–1$/.test(line))).toHaveLength(100);
    const told = lines.filter(
      (line) => line.includes('No page was there.') || line.includes('all 100 elements'),
    );
    expect(told.map((line) => line.trim())).toEqual([
      'No page was there.',
      'slots · html · all 100 elements',
    ]);
  });

  it('has a line for each facet where details are asked for', () => {
    const lines = plain(
      showOverview(
        report([result('quay-berth', 'html'), result('quay-berth', 'html', { facet: 'events' })]),
        true,
      ),
    );
    expect(lines.slice(1, 4)).toEqual(['quay-berth ✔', '  slots    ✔', '  events   ✔']);
  });
});
