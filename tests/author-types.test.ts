import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { checkReportSchema } from '../src/index.js';
import { copyDemo, lastwright, REPOSITORY, scratchFolder } from './helpers.js';

function change(folder: string, file: string, from: string, to: string): void {
  const path = join(folder, file);
  const text = readFileSync(path, 'utf8');
  expect(text).toContain(from);
  writeFileSync(path, text.replace(from, to));
}

const VIEW = 'elements/quay-berth/quay-berth.html';
const BEHAVIOR = 'elements/quay-berth/quay-berth.ts';

describe('types for authors', () => {
  it.each([
    [
      'a misspelt member',
      VIEW,
      '{parcel.name}',
      '{parcel.nmae}',
      'view/type',
      8,
      45,
      /'nmae' does not exist on type 'Parcel'/,
    ],
    [
      'a wrong argument in a handler',
      VIEW,
      'claim(parcel)',
      'claim(label)',
      'view/type',
      8,
      28,
      /not assignable to parameter of type 'Parcel'/,
    ],
    ['a method that there is not', VIEW, '{depth} m', '{depth.toFixd(1)} m', 'view/type', 14, 30, /toFixed/],
    [
      'a condition on the wrong thing',
      VIEW,
      'when="parcels.length"',
      'when="parcels.lenght"',
      'view/type',
      5,
      27,
      /length/,
    ],
    ['a list that is none', VIEW, 'parcel of parcels', 'parcel of depth', 'view/type', 7, 37, /number/],
    [
      'a choice that there is not',
      BEHAVIOR,
      "state = 'booked'",
      "state = 'sunk'",
      'behavior/type',
      9,
      42,
      /"sunk"/,
    ],
    [
      'a state that there is not',
      BEHAVIOR,
      'state.detailsShown = true',
      'state.detailShown = true',
      'behavior/type',
      14,
      15,
      /detailsShown/,
    ],
    [
      'a detail of another shape',
      BEHAVIOR,
      "berth.emit('berth-claim', detail)",
      "berth.emit('berth-claim', {})",
      'behavior/type',
      9,
      undefined,
      /label/,
    ],
    [
      'an event that there is not',
      BEHAVIOR,
      "emit('berth-claim', detail)",
      "emit('berth-clam', detail)",
      'event/undeclared',
      9,
      undefined,
      /berth-clam/,
    ],
  ])('find %s', async (_, file, from, to, code, line, column, message) => {
    const folder = copyDemo();
    change(folder, file, from, to);
    const { status, stdout } = await lastwright(['check', '--json', '--library', folder]);
    const { findings } = checkReportSchema.parse(JSON.parse(stdout));
    expect(
      findings.map((finding) => [finding.code, finding.file, finding.line]),
      stdout,
    ).toEqual([[code, file, line]]);
    if (column) expect(findings[0]!.column).toBe(column);
    expect(findings[0]!.message).toMatch(message);
    expect(status).toBe(1);
    if (code.endsWith('/type'))
      expect((await lastwright(['check', '--no-types', '--library', folder])).status).toBe(0);
  });

  it('know what a condition says, and hold inside a handler', async () => {
    const folder = copyDemo();
    change(
      folder,
      'elements/quay-berth/quay-berth.contract.yaml',
      'closed: {',
      'note: { type: string }\n  closed: {',
    );
    change(
      folder,
      VIEW,
      '<slot name="actions">',
      '<template when="note"><b onclick="note.trim()">{note.length}</b></template><slot name="actions">',
    );
    expect((await lastwright(['check', '--library', folder])).stdout).toContain('0 errors');
    change(folder, VIEW, '<template when="note"><b', '<template when="depth"><b');
    const { findings } = checkReportSchema.parse(
      JSON.parse((await lastwright(['check', '--json', '--library', folder])).stdout),
    );
    expect(findings.map(({ message }) => message)).toEqual([
      expect.stringMatching(/possibly 'undefined'/),
      expect.stringMatching(/possibly 'undefined'/),
    ]);
  });

  it('are seen by plain tsc with the configuration that init writes', async () => {
    const folder = join(scratchFolder(), 'harbor');
    expect((await lastwright(['init', folder])).status).toBe(0);
    expect((await lastwright(['check', '--library', folder])).status).toBe(0);
    const tsc = () =>
      spawnSync(process.execPath, [join(REPOSITORY, 'node_modules/typescript-7/bin/tsc'), '-p', folder], {
        encoding: 'utf8',
      }).stdout;
    expect(tsc()).toBe('');
    change(
      folder,
      'elements/harbor-lantern/harbor-lantern.ts',
      "lantern.emit('lantern-switch')",
      "lantern.emit('lantern-swich')",
    );
    expect(tsc()).toMatch(/lantern-swich/);
  });
});
