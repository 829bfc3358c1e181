import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyReport } from '../src/index.js';
import { verified } from './broken-library.js';
import { HOSTS, REPOSITORY, writeFiles } from './helpers.js';
import { soundFiles } from './sound-contracts.js';

const folder = join(REPOSITORY, 'tests/sound');
const shared = ['beacon', 'early'];
const names = readdirSync(folder)
  .map((file) => file.replace('.ts', ''))
  .filter((name) => !shared.includes(name));

/** Frameworks that give values to an element only after it is in the page: one that cannot be drawn without them fails. */
const LATE: Readonly<Record<string, readonly string[]>> = { demanding: ['angular', 'riot'] };

let report: VerifyReport;

beforeAll(async () => {
  const files: Record<string, string> = {
    'lastwright.yaml': `library: 1\nhosts: [${HOSTS.join(', ')}]\n`,
    'package.json': '{ "name": "beacons", "version": "1.0.0" }',
  };
  for (const name of names) {
    const place = `elements/beacon-${name}`;
    const { contract, samples } = soundFiles(name);
    files[`${place}/beacon-${name}.contract.yaml`] = contract;
    files[`${place}/beacon-${name}.samples.yaml`] = samples;
    for (const module of [name, ...shared])
      files[`${place}/${module}.ts`] = readFileSync(join(folder, `${module}.ts`), 'utf8');
  }
  report = await verified(writeFiles(files), '--timeout', '30');
}, 1_800_000);

describe('sound elements in styles of their own', () => {
  it('are at least 25', () => {
    expect(names.length).toBeGreaterThanOrEqual(25);
  });

  it.each(names)('%s fails nowhere', (name) => {
    const own = report.results.filter(({ element }) => element === `beacon-${name}`);
    expect(own.length).toBeGreaterThan(10);
    const late = LATE[name] ?? [];
    const failing = own.filter(({ verdict, host }) => verdict === 'fails' && !late.includes(host));
    expect(failing.map(({ host, facet, subject, note }) => [host, facet, subject, note])).toEqual([]);
    for (const host of late) {
      const told = own.filter((one) => one.host === host && one.verdict === 'fails');
      expect(told.map(({ note }) => note).join()).toContain('Cannot read properties of undefined');
    }
  });
});
