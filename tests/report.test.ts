import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunningBrowser, Page, VerifyReport } from '../src/index.js';
import type { Library } from '../src/library/open-library.js';
import { reportHtml } from '../src/verify/report/report-html.js';
import { PageServer } from '../src/verify/page-server.js';
import { summarize, type VerifyResult } from '../src/verify/result.js';
import { testBrowser } from './built-page.js';

const EVIL = '</script><img src=x onerror="globalThis.caught = true">';
const PNG =
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';

function result(
  element: string,
  framework: string,
  facet: string,
  more: Partial<VerifyResult> = {},
): VerifyResult {
  return {
    element,
    facet,
    subject: element,
    framework,
    browser: 'chromium',
    verdict: 'fits',
    note: '',
    source: `<${element}></${element}>\n\n<script type="module">\n  const one = 'two';\n</script>\n`,
    seen: '2026-01-02T03:04:05.000Z',
    observed: [{ did: 'look', saw: 'it' }],
    ...more,
  };
}

function made(results: VerifyResult[], pictures: Record<string, string> = {}): VerifyReport {
  return {
    browsers: ['chromium', 'firefox'].map((name) => ({ name, version: `${name} 1` })),
    frameworks: [...new Set(results.map(({ framework }) => framework))].map((name) => ({
      name,
      title: name,
      version: '1',
    })),
    results,
    summary: summarize(results),
    cells: { seen: results.length, remembered: 0 },
    seconds: 1,
    pictures,
  };
}

const RESULTS = [
  result('quay-berth', 'html', 'slots'),
  result('quay-berth', 'html', 'slots', { browser: 'firefox' }),
  result('quay-berth', 'react', 'slots', {
    verdict: 'fails',
    note: `It is ${EVIL}`,
    subject: EVIL,
    observed: [{ did: `read ${EVIL}`, saw: EVIL, wanted: 'none' }],
    source: EVIL,
  }),
  result('quay-berth', 'react', 'events', { verdict: 'care', note: 'Import it first.' }),
  result('quay-menu', 'html', 'slots'),
  result('quay-menu', 'react', 'appearance', {
    verdict: 'fails',
    note: 'It does not look as it does in html.',
    pictures: { own: 'a', other: 'b', difference: 'c' },
  }),
];

const server = new PageServer();
let browser: RunningBrowser;
let page: Page;

const run = <Value>(code: string): Promise<Value> =>
  page.evaluate<Value>(`(async () => { ${code} })()`, 20_000);
/** Tags of the rows that are shown, and heads of the columns. */
const SHOWN = `const shown = () => [
  [...document.querySelectorAll('tbody tr[data-element]')].filter((row) => !row.hidden).map((row) => row.dataset.element),
  [...document.querySelectorAll('thead th')].filter((head) => !head.hidden).map((head) => head.textContent)];
const choose = (label, value) => {
  const control = [...document.querySelectorAll('.filters label')].find((one) => one.textContent.startsWith(label)).lastElementChild;
  control.value = value;
  control.dispatchEvent(new Event('input', { bubbles: true }));
};
const later = () => new Promise((resolve) => setTimeout(resolve, 300));`;

beforeAll(async () => {
  const library = { name: `quayside ${EVIL}`, version: '1.0.0' } as Library;
  server.put('/report.html', await reportHtml(made(RESULTS, { a: PNG, b: PNG, c: PNG }), library));
  const many = Array.from({ length: 1000 }, (_, place) => result(`quay-${place}`, 'html', 'slots'));
  server.put('/many.html', await reportHtml(made(many), library));
  await server.start();
  browser = await testBrowser().launch();
  page = await browser.newPage();
});
afterAll(async () => {
  await browser.close();
  await server.stop();
});

describe('the HTML report', () => {
  it('shows a row for each element and a column for each framework and browser, and each cause', async () => {
    await page.open(`${server.origin}/report.html`);
    expect(await run(`${SHOWN} return shown();`)).toEqual([
      ['quay-berth', 'quay-menu'],
      ['html, chromium', 'html, firefox', 'react, chromium'],
    ]);
    const cells = await run<string[]>(
      `return [...document.querySelectorAll('tr[data-element="quay-berth"] td button')].map((one) => one.getAttribute('aria-label'))`,
    );
    expect(cells).toEqual([
      'quay-berth, html, chromium: all fit',
      'quay-berth, html, firefox: all fit',
      'quay-berth, react, chromium: 1 fail, 1 need care',
    ]);
    const causes = await run<string[]>(
      `return [...document.querySelectorAll('.cause h3')].map((one) => one.textContent)`,
    );
    expect(causes).toEqual([`It is ${EVIL}`, 'It does not look as it does in html.', 'Import it first.']);
  });

  it('runs no script but its own, whatever texts are in it', async () => {
    await page.open(`${server.origin}/report.html#open=quay-berth/react/chromium`);
    expect(
      await run(
        'await new Promise((resolve) => setTimeout(resolve, 300)); return globalThis.caught ?? false;',
      ),
    ).toBe(false);
    expect(await run(`return document.querySelectorAll('img[src="x"]').length`)).toBe(0);
    expect(await run(`return document.querySelector('.wrong td').textContent`)).toBe(`read ${EVIL}`);
    const refused = await run(`
      const script = document.createElement('script');
      script.textContent = 'globalThis.injected = true';
      document.body.append(script);
      return globalThis.injected === undefined;`);
    expect(refused).toBe(true);
  });

  it('asks nothing of the network', async () => {
    await page.open(`${server.origin}/report.html#open=quay-menu/react/chromium`);
    const asked = await run<string[]>(
      `await new Promise((resolve) => setTimeout(resolve, 300)); return performance.getEntriesByType('resource').map(({ name }) => name).filter((name) => name.startsWith('http'))`,
    );
    expect(asked.filter((name) => !name.endsWith('/favicon.ico'))).toEqual([]);
  });

  it.each([
    ['Verdict', 'fails', [['quay-berth', 'quay-menu'], 3], 'verdict=fails'],
    ['Verdict', 'care', [['quay-berth'], 3], 'verdict=care'],
    ['Framework', 'react', [['quay-berth', 'quay-menu'], 1], 'framework=react'],
    ['Browser', 'firefox', [['quay-berth'], 1], 'browser=firefox'],
    ['Facet', 'events', [['quay-berth'], 3], 'facet=events'],
    ['Element', 'MENU', [['quay-menu'], 3], 'element=MENU'],
  ] as const)('filters by %s, and its address says so', async (label, value, [rows, columns], hash) => {
    await page.open(`${server.origin}/report.html`);
    const [shown, heads, address] = await run<[string[], string[], string]>(
      `${SHOWN} choose('${label}', '${value}'); return [...shown(), location.hash];`,
    );
    expect([shown, heads.length, address]).toEqual([rows, columns, `#${hash}`]);
    // Whoever gets the address sees the same.
    await page.open(`${server.origin}/report.html?again#${hash}`);
    expect(await run(`${SHOWN} return shown()[0];`)).toEqual(rows);
  });

  it('leaves of the causes those that are filtered for', async () => {
    await page.open(`${server.origin}/report.html#facet=events`);
    const causes = `[...document.querySelectorAll('.cause h3')].filter((one) => one.checkVisibility()).map((one) => one.textContent)`;
    expect(await run(`return ${causes}`)).toEqual(['Import it first.']);
  });

  it('opens a cell in place, by keyboard too, with the evidence and the code, and closes it again', async () => {
    await page.open(`${server.origin}/report.html`);
    await run(`document.querySelector('[data-open="quay-berth/react/chromium"]').focus(); return 0`);
    await page.press('Enter', 5000);
    const opened = await run<Record<string, unknown>>(`${SHOWN} await later();
      const row = document.querySelector('tr.opened');
      return {
        below: row.previousElementSibling.dataset.element,
        expanded: document.querySelector('[data-open="quay-berth/react/chromium"]').getAttribute('aria-expanded'),
        facets: [...row.querySelectorAll('summary b')].map((one) => one.textContent),
        open: [...row.querySelectorAll('details[open] summary b')].map((one) => one.textContent),
        address: location.hash,
      };`);
    expect(opened).toEqual({
      below: 'quay-berth',
      expanded: 'true',
      facets: ['events', 'slots'],
      open: ['slots'],
      address: '#open=quay-berth/react/chromium',
    });
    await run(
      `[...document.querySelectorAll('tr.opened button')].find((one) => one.textContent === 'Close').click(); return 0`,
    );
    expect(
      await run(
        `return [document.querySelector('tr.opened'), document.activeElement.dataset.open, location.hash]`,
      ),
    ).toEqual([null, 'quay-berth/react/chromium', '']);
  });

  it('highlights code, and shows what differs as pictures', async () => {
    await page.open(`${server.origin}/report.html#open=quay-berth/html/chromium&facet=slots`);
    const keywords = `[...document.querySelectorAll('.hljs-keyword')].map((one) => one.textContent)`;
    expect(await run(`${SHOWN} await later(); return ${keywords}`)).toEqual(['const']);
    await page.open(`${server.origin}/report.html?#open=quay-menu/react/chromium&facet=appearance`);
    expect(
      await run(
        `${SHOWN} await later(); return [...document.querySelectorAll('.looks img')].map((one) => [one.alt, one.naturalWidth])`,
      ),
    ).toEqual([
      ['Here', 1],
      ['In the framework that it is compared with', 1],
      ['What differs', 1],
    ]);
  });

  it('counts what is accepted apart, with the reason', async () => {
    const accepted = RESULTS.map((one) =>
      one.verdict === 'fails' ? { ...one, accepted: 'It has <other> dates.' } : one,
    );
    const html = await reportHtml(made(accepted), { name: 'quayside', version: '1' } as Library);
    expect(html).toContain('title="1 accepted"');
    expect(html).not.toContain('title="1 fail"');
    expect(html).toContain('<p>It has &lt;other&gt; dates.</p>');
  });

  it('is read without its script', async () => {
    const html = await reportHtml(made(RESULTS), { name: 'quayside', version: '1' } as Library);
    expect(html).toMatch(/<tr data-element="quay-menu"><th scope="row"><code>quay-menu<\/code><\/th><td>/);
    expect(html).toContain('title="1 fail"');
  });

  it('is not much slower with 1,000 elements than with two', async () => {
    await page.open(`${server.origin}/many.html`);
    const [rows, took] = await run<[number, number]>(`${SHOWN}
      const began = performance.now();
      choose('Element', '99');
      document.body.offsetHeight;
      return [shown()[0].length, performance.now() - began];`);
    expect(rows).toBe(19);
    // What it takes on the slowest machine by far; a filter that takes seconds is of no use.
    expect(took).toBeLessThan(2000);
  });
});
