import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyReport } from '../src/index.js';
import { FACETS, HOSTS, lastwright, REPOSITORY, writeFiles } from './helpers.js';

/** Files are named for the facet in which they must fail, and what is wrong: `events-twice.ts`. */
const folder = join(REPOSITORY, 'tests/broken');
const broken = readdirSync(folder)
  .map((file) => file.replace('.ts', ''))
  .filter((name) => name !== 'lamp');

const contract = (name: string): string => `
contract: 1
tag: lamp-${name}
properties:
  label: { type: string }
  level: { type: number, minimum: 0, default: 0 }
  bright: { type: boolean, reflect: true }
  stops: { type: array, items: { type: string }, default: [] }
slots: { default: {}, note: {} }
events:
  lamp-switch:
    detail: { type: object, properties: { label: { type: string } }, required: [label] }
    cancelable: true
methods: { flash: Lights it }
parts: { glass: What lights }
passthrough: { to: glass, native: button }
form: { value: label }
cssProperties: { --lamp-color: { syntax: '<color>' } }
wraps: { element: ./${name}.ts }
`;

const samples = `
- sample: Switched by hand
  properties: { label: North mole }
  steps:
    - click: button.glass
    - expect: { event: lamp-switch, detail: { label: North mole } }
    - set: { label: South mole }
    - expect: { text: { button.glass: South mole } }
- sample: Flashes
  steps:
    - call: flash
    - expect: { property: { bright: true } }
`;

let report: VerifyReport;

beforeAll(async () => {
  const files: Record<string, string> = {
    'lastwright.yaml': `library: 1\nhosts: [${HOSTS.join(', ')}]\n`,
    'package.json': '{ "name": "lamps", "version": "1.0.0" }',
  };
  const lamp = readFileSync(join(folder, 'lamp.ts'), 'utf8');
  for (const name of ['faultless', ...broken]) {
    const place = `elements/${name}`;
    files[`${place}/lamp-${name}.contract.yaml`] = contract(name);
    files[`${place}/lamp-${name}.samples.yaml`] = samples;
    files[`${place}/lamp.ts`] = lamp;
    files[`${place}/${name}.ts`] =
      name === 'faultless'
        ? "export { default } from './lamp.js';"
        : readFileSync(join(folder, `${name}.ts`), 'utf8');
  }
  const { stdout, stderr, status } = await lastwright(['verify', '--json', '--library', writeFiles(files)]);
  expect(status, stderr).toBe(1);
  report = JSON.parse(stdout) as VerifyReport;
});

function verdicts(name: string, facet: string, host: string): string[] {
  return report.results
    .filter((result) => result.element === `lamp-${name}` && result.facet === facet && result.host === host)
    .map(({ verdict, subject, note }) => (verdict === 'fails' ? `fails: ${subject}: ${note}` : verdict));
}

function failing(name: string): string[] {
  return FACETS.flatMap((facet) =>
    HOSTS.filter((host) => verdicts(name, facet, host).some((verdict) => verdict.startsWith('fails'))).map(
      (host) => `${facet} in ${host}`,
    ),
  );
}

describe('hand-written elements under a contract', () => {
  it('has one for every facet', () => {
    for (const facet of FACETS)
      expect(
        broken.some((name) => name.startsWith(`${facet}-`)),
        facet,
      ).toBe(true);
  });

  it('finds nothing wrong with one that has no fault', () => {
    expect(failing('faultless')).toEqual([]);
    for (const facet of FACETS) {
      for (const host of HOSTS) expect(verdicts('faultless', facet, host)).toContain('fits');
    }
  });

  it.each(broken)('%s fails in its facet, in all hosts, and in no other', (name) => {
    const facet = name.slice(0, name.indexOf('-'));
    const notes = report.results.filter(
      ({ element, verdict }) => element === `lamp-${name}` && verdict === 'fails',
    );
    expect(
      failing(name),
      JSON.stringify(
        notes.map(({ host, facet: where, subject, note }) => [host, where, subject, note]),
        null,
        1,
      ),
    ).toEqual(HOSTS.map((host) => `${facet} in ${host}`));
    for (const { observed, source } of notes) {
      expect(source).toContain(`lamp-${name}`);
      expect(observed.some(({ wanted }) => wanted !== undefined)).toBe(true);
    }
  });
});
