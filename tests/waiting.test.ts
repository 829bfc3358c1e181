import { describe, expect, it } from 'vitest';
import type { CheckReport, VerifyReport } from '../src/index.js';
import { lastwright, writeFiles } from './helpers.js';

/** An element whose button sends an event so many milliseconds later, or never. */
const element = (name: string, later: number | undefined, steps: string): Record<string, string> => ({
  [`elements/quay-${name}/quay-${name}.contract.yaml`]: `contract: 1\ntag: quay-${name}\nevents: { tide-load: {} }\nparts: { ask: {} }\n`,
  [`elements/quay-${name}/quay-${name}.html`]: '<button part="ask" onclick="load()">Ask</button>',
  [`elements/quay-${name}/quay-${name}.js`]:
    later === undefined
      ? 'export function load(tide) { if (!tide) tide.emit("tide-load"); }\n'
      : `export function load(tide) { setTimeout(() => tide.emit('tide-load'), ${later}); }\n`,
  [`elements/quay-${name}/quay-${name}.samples.yaml`]: `- sample: Asked\n  steps:\n    - click: ask\n${steps}`,
});

const library = (...elements: Record<string, string>[]): string =>
  writeFiles({
    'lastwright.yaml': 'library: 1\n',
    'package.json': '{ "name": "tides", "version": "1.0.0" }',
    ...(Object.assign({}, ...elements) as Record<string, string>),
  });

describe('what comes later', () => {
  it('is waited for where it is expected, up to a second, and longer where a step says so', async () => {
    const expected = '    - expect: { event: tide-load }\n';
    const root = library(
      element('soon', 800, expected),
      element('late', 2000, expected),
      element('waits', 2000, `    - wait: { event: tide-load }\n${expected}`),
      element('pauses', 2000, `    - wait: 2100\n${expected}`),
      element('never', undefined, `    - wait: { event: tide-load }\n${expected}`),
    );
    const flags = ['--json', '--no-types', '--facet', 'events', '--facet', 'samples'];
    const { stdout } = await lastwright(['verify', '--library', root, ...flags]);
    const { results } = JSON.parse(stdout) as VerifyReport;
    const verdicts = (facet: string): Record<string, string> =>
      Object.fromEntries(
        results.filter((one) => one.facet === facet).map(({ element: tag, verdict }) => [tag, verdict]),
      );
    expect(verdicts('events')).toEqual({
      'quay-soon': 'fits',
      'quay-late': 'fails',
      'quay-waits': 'fits',
      'quay-pauses': 'fits',
      'quay-never': 'unchecked',
    });
    const [never] = results.filter(({ element: tag, facet }) => tag === 'quay-never' && facet === 'samples');
    expect([never!.verdict, JSON.stringify(never!.observed)]).toEqual([
      'fails',
      expect.stringContaining('tide-load is not sent within 5 seconds'),
    ]);
  });

  it('is checked: events are those of the contract, and no wait is endless', async () => {
    const root = library(
      element('one', 10, '    - wait: { event: tide-lode }\n'),
      element('two', 10, '    - wait: 60000\n'),
      element('three', 10, '    - wait: 10\n      click: ask\n'),
    );
    const { stdout } = await lastwright(['check', '--json', '--library', root]);
    const { findings } = JSON.parse(stdout) as CheckReport;
    const found = findings
      .filter(({ file }) => file.endsWith('.samples.yaml'))
      .map(({ file, code, line }) => [file.split('/')[1], code, line]);
    expect(found.sort()).toEqual([
      ['quay-one', 'sample/unknown-event', 4],
      ['quay-three', 'sample/step', 4],
      ['quay-two', 'document/value', 4],
    ]);
  });
});
