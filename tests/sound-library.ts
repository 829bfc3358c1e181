import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'vitest';
import type { VerifyReport } from '../src/index.js';
import { REPOSITORY, writeFiles } from './helpers.js';
import { soundFiles } from './sound-contracts.js';

const FOLDER = join(REPOSITORY, 'tests/sound');
const SHARED = ['beacon', 'early'];

/** The sound elements in styles of their own, by what is peculiar to them. */
export const SOUND = readdirSync(FOLDER)
  .map((file) => file.replace('.ts', ''))
  .filter((name) => !SHARED.includes(name));

/** Frameworks that give values to an element only after it is in the page: one that cannot be drawn without them fails. */
const LATE: Readonly<Record<string, readonly string[]>> = { demanding: ['angular', 'riot'] };

/** A library of some of them, for some frameworks. */
export function soundLibrary(names: readonly string[], frameworks: readonly string[]): string {
  const files: Record<string, string> = {
    'lastwright.yaml': `library: 1\nframeworks: [${frameworks.join(', ')}]\n`,
    'package.json': '{ "name": "beacons", "version": "1.0.0" }',
  };
  for (const name of names) {
    const place = `elements/beacon-${name}`;
    const { contract, samples } = soundFiles(name);
    files[`${place}/beacon-${name}.contract.yaml`] = contract;
    files[`${place}/beacon-${name}.samples.yaml`] = samples;
    for (const module of [name, ...SHARED])
      files[`${place}/${module}.ts`] = readFileSync(join(FOLDER, `${module}.ts`), 'utf8');
  }
  return writeFiles(files);
}

/** One fails nowhere, save where it must. */
export function expectSound(report: VerifyReport, name: string, frameworks: readonly string[]): void {
  const own = report.results.filter(({ element }) => element === `beacon-${name}`);
  expect(own.length).toBeGreaterThan(10);
  const late = (LATE[name] ?? []).filter((framework) => frameworks.includes(framework));
  const failing = own.filter(({ verdict, framework }) => verdict === 'fails' && !late.includes(framework));
  expect(failing.map(({ framework, facet, subject, note }) => [framework, facet, subject, note])).toEqual([]);
  for (const framework of late) {
    const told = own.filter((one) => one.framework === framework && one.verdict === 'fails');
    expect(told.map(({ note }) => note).join()).toContain('Cannot read properties of undefined');
  }
}
