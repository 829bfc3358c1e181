import { beforeAll, describe, expect, it } from 'vitest';
import { parse } from 'yaml';
import { analyze, openLibrary } from '../src/index.js';
import type { Analysis } from '../src/library/library-element.js';
import { VERIFY_FORMATS } from '../src/verify/formats/index.js';
import { summarize, type VerifyReport, type VerifyResult } from '../src/verify/result.js';
import { lastwright, writeElement } from './helpers.js';

const CONTRACT =
  'contract: 1\ntag: quay-mast\nproperties:\n  height: { type: number }\nslots: { default: {} }\nevents: { mast-raise: {} }\n';
let analysis: Analysis;

function result(facet: string, framework: string, more: Partial<VerifyResult>): VerifyResult {
  return {
    element: 'quay-mast',
    facet,
    subject: 'quay-mast',
    framework,
    browser: 'chromium',
    verdict: 'fits',
    note: '',
    source: '',
    seen: '',
    observed: [],
    ...more,
  };
}

const results = [
  result('properties', 'html', {}),
  result('properties', 'vue', {
    verdict: 'fails',
    note: 'use 1 < 2 | "3": 4 instead of 5',
    subject: 'height',
  }),
  result('slots', 'html', { verdict: 'unchecked', note: 'No page.' }),
  result('upgrade', 'vue', { verdict: 'care', note: 'Import it first.' }),
];
const report: VerifyReport = {
  browsers: [{ name: 'chromium', version: 'Chromium 1' }],
  frameworks: ['html', 'vue'].map((name) => ({
    name,
    title: name.toUpperCase(),
    version: name === 'html' ? '' : '3.0.0',
  })),
  results,
  summary: summarize(results),
  cells: { seen: 4, remembered: 0 },
  seconds: 1,
  pictures: {},
};
const written = (name: string): string =>
  VERIFY_FORMATS.find((format) => format.name === name)!.write(report, analysis);

describe('a report of verify for other programs', () => {
  beforeAll(async () => {
    const folder = writeElement({ '.contract.yaml': CONTRACT, '.html': '<b>{height}</b><slot></slot>' });
    analysis = analyze(await openLibrary(folder));
  });

  it('is JUnit’s XML: a suite for each framework, a case for each facet of each element', () => {
    const xml = written('junit');
    expect(xml).toContain('<testsuite name="html chromium" tests="2" failures="0" skipped="1">');
    expect(xml).toContain('<testsuite name="vue chromium" tests="2" failures="1" skipped="0">');
    expect(xml).toContain('<failure message="use 1 &lt; 2 | &quot;3&quot;: 4 instead of 5">');
    expect(xml).toContain('<skipped message="No page."/>');
    expect(xml).toContain('<system-out>needs care: quay-mast: Import it first.</system-out>');
  });

  it('is SARIF, each result at the line of the contract that promises it', () => {
    const log = JSON.parse(written('sarif')) as {
      runs: {
        results: {
          ruleId: string;
          level: string;
          message: { text: string };
          locations: {
            physicalLocation: { artifactLocation: { uri: string }; region: { startLine: number } };
          }[];
        }[];
      }[];
    };
    const told = log.runs[0]!.results.map(({ ruleId, level, locations: [at] }) => [
      ruleId,
      level,
      at!.physicalLocation.artifactLocation.uri,
      at!.physicalLocation.region.startLine,
    ]);
    const file = 'elements/quay-mast/quay-mast.contract.yaml';
    expect(told).toEqual([
      ['verify/properties', 'error', file, 4],
      ['verify/upgrade', 'warning', file, 2],
      ['verify/slots', 'note', file, 2],
    ]);
    expect(log.runs[0]!.results[0]!.message.text).toContain('Seen in vue, chromium.');
  });

  it('is workflow commands for GitHub', () => {
    expect(written('github').split('\n')[0]).toBe(
      '::error file=elements/quay-mast/quay-mast.contract.yaml,line=4,col=3,title=verify/properties::use 1 < 2 | "3": 4 instead of 5 (height; properties: Values arrive, change, and keep their identity) Seen in vue, chromium.',
    );
  });

  it('is a table in Markdown, with each cause once', () => {
    const lines = written('markdown').split('\n');
    expect(lines[0]).toBe('**1 fit, 1 need care, 1 fail, 1 not checked** (Chromium 1, VUE 3.0.0)');
    expect(lines).toContain('| `quay-mast` | 1 not checked | 1 fail, 1 need care |');
    expect(lines).toContain(
      '- **fails**: use 1 &lt; 2 \\| "3": 4 instead of 5 (vue: properties of `quay-mast`)',
    );
  });

  it('has a table in Markdown for each group of browsers in which all is alike', () => {
    const three = ['chromium', 'firefox', 'webkit'].flatMap((browser) => [
      result('slots', 'html', { browser }),
      ...(browser === 'webkit' ? [result('events', 'html', { browser, verdict: 'fails', note: 'No.' })] : []),
    ]);
    const browsers = ['chromium', 'firefox', 'webkit'].map((name) => ({ name, version: name }));
    const text = VERIFY_FORMATS.find(({ name }) => name === 'markdown')!.write(
      { ...report, browsers, results: three },
      analysis,
    );
    expect(text).toContain('In chromium and firefox:');
    expect(text).toContain('In webkit:');
    expect(text).toContain('(html in webkit: events of `quay-mast`)');
  });

  it('is JSON as documented', () => {
    expect(parse(written('json'))).toEqual(JSON.parse(JSON.stringify(report)));
  });

  it('comes from the command, alone on standard output', async () => {
    const folder = writeElement({ '.contract.yaml': CONTRACT, '.html': '<b>{height}</b><slot></slot>' });
    const { stdout, status } = await lastwright(['verify', '--library', folder, '--format', 'junit']);
    expect(status).toBe(0);
    expect(stdout.startsWith('<?xml')).toBe(true);
    expect(stdout.trimEnd().endsWith('</testsuites>')).toBe(true);
    const unknown = await lastwright(['verify', '--library', folder, '--format', 'juni']);
    expect(unknown.status).toBe(2);
  });
});
