import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { cellOf, BROWSERS, verifyReportSchema } from '../src/index.js';
import { PageServer } from '../src/verify/page-server.js';
import { copyDemo, FACETS, lastwright, readTree, writeElement } from './helpers.js';

/** Opens a report at one of its cells, and gives what an expression says there. */
async function inBrowser(html: string, cell: string, expression: string): Promise<unknown> {
  const server = new PageServer();
  server.put('/verify.html', html);
  await server.start();
  const browser = await BROWSERS[0]!.launch();
  try {
    const page = await browser.newPage();
    await page.open(`${server.origin}/verify.html#${cell}`);
    return await page.evaluate(expression, 5000);
  } finally {
    await browser.close();
    await server.stop();
  }
}

describe('verify', () => {
  // All of the demo, in all of its frameworks: tests/broad/readme.
  it('proves elements of the demo in several frameworks, keeps the source and the evidence, and writes a report', async () => {
    const folder = copyDemo();
    const some = ['quay-berth', 'quay-button', 'quay-tide'].flatMap((tag) => ['--element', tag]);
    const { status, stdout, stderr } = await lastwright(['verify', '--json', '--library', folder, ...some]);
    expect(status, stderr).toBe(0);
    const report = verifyReportSchema.parse(JSON.parse(stdout));
    expect(report.frameworks.map(({ name }) => name)).toEqual(['html', 'react', 'vue']);
    expect(report.browsers[0]!.version).toMatch(/^Chromium \d+/);
    for (const element of ['quay-berth', 'quay-button']) {
      const promised = FACETS.filter(
        (facet) =>
          facet !== 'server' && (element === 'quay-button' || !['passthrough', 'forms'].includes(facet)),
      );
      for (const facet of promised) {
        // The element's own tree is the same everywhere: it is looked at in one of them.
        for (const framework of facet === 'accessibility' ? ['html'] : ['html', 'react', 'vue']) {
          const results = report.results.filter(
            (result) =>
              result.element === element && result.facet === facet && result.framework === framework,
          );
          expect(['fits', 'care'], `${element} ${facet} ${framework}`).toContain(cellOf(results).verdict);
          for (const { observed, source } of results) {
            expect(observed.length).toBeGreaterThan(0);
            expect(source).toContain(`<${element}`);
          }
        }
      }
    }
    const { fits, care, fails, unchecked, general } = report.summary;
    expect([fits + care + fails + unchecked + general, fails]).toEqual([report.results.length, 0]);
    // What is left is what no page can see in the first state that is shown.
    const left = report.results.filter(({ verdict }) => verdict === 'unchecked');
    for (const { note } of left)
      expect(note).toMatch(/^Nothing is inside|not in the state that was shown first|cannot have the focus/);
    const sources = (framework: string) =>
      report.results.find(
        (result) =>
          result.element === 'quay-berth' && result.framework === framework && result.facet === 'events',
      )!.source;
    expect(sources('react')).toContain('onberth-claim={');
    expect(sources('vue')).toContain('@berth-claim="');
    expect(sources('html')).toContain("addEventListener('berth-claim'");

    const html = readFileSync(join(folder, '.lastwright/verify.html'), 'utf8');
    const open = `new Promise((resolve) => setTimeout(resolve, 500)).then(() => [...document.querySelectorAll('tr.opened details[open] summary b')].map((one) => one.textContent).join())`;
    expect(await inBrowser(html, 'open=quay-berth/react/chromium&facet=events', open)).toBe('events');
    expect(Object.keys(readTree(folder)).filter((path) => path.startsWith('dist/'))).toEqual([]);
  });

  it('says what was not checked, and which step would do it', async () => {
    const folder = writeElement({
      '.contract.yaml':
        'contract: 1\ntag: quay-mast\nevents: { mast-raise: {} }\nmethods: { raise: {} }\nproperties: { code: { type: string, pattern: "^[A-Z]{3}$" } }\nslots: { default: {} }\n',
      '.html': '<button onclick="raise()">{code}</button><slot></slot>',
      '.ts': "export const raise = (mast) => mast.emit('mast-raise');",
    });
    const { stdout, status } = await lastwright(['verify', '--json', '--library', folder]);
    const { results } = verifyReportSchema.parse(JSON.parse(stdout));
    const unchecked = new Map(
      results
        .filter(({ verdict }) => verdict === 'unchecked')
        .map(({ facet, subject, note }) => [`${facet} ${subject}`, note]),
    );
    expect(unchecked.get('events mast-raise')).toMatch(/expect: \{ event: mast-raise \}/);
    expect(unchecked.get('methods raise')).toMatch(/call: raise/);
    expect(unchecked.get('properties code')).toMatch(/examples/);
    expect(status).toBe(0);
  });

  it('does not verify what does not build', async () => {
    const folder = writeElement({ '.contract.yaml': 'contract: 1\ntag: quay-mast\n', '.html': '{x}' });
    const { stdout, status } = await lastwright(['verify', '--library', folder]);
    expect(status).toBe(1);
    expect(stdout).toContain('Nothing was verified.');
  });
});
