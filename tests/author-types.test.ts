import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { checkReportSchema } from '../src/index.js';
import { copyDemo, lastwright, REPOSITORY, scratchFolder, writeElement } from './helpers.js';

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

  it('know the element at which an event is heard, and what it comes from where that can be nothing else', async () => {
    const folder = writeElement({
      '.contract.yaml': 'contract: 1\ntag: quay-mast\n',
      '.html': `<input oninput="take(event.target.value)" onchange="take(event.currentTarget.value)">
<textarea oninput="take(event.target.value)"></textarea>
<select onchange="take(event.target.value)"><option>a</option></select>
<dialog onclose="take(event.currentTarget.returnValue)"><button onclick="take(event.currentTarget.type)">x</button></dialog>
<p onclick="take(event.target.value)"></p>
<select onclick="take(event.target.value)"><option>b</option></select>
<input onkeydown="take(event.target.valeu)">
<input onkeydown="take(event.key + event.currentTarget.checkd)">
`,
      '.css': ':host { display: block; }\n',
      '.ts': 'export function take(mast: unknown, text: string) { void text; }\n',
    });
    const { stdout } = await lastwright(['check', '--format', 'json', '--library', folder]);
    const { findings } = checkReportSchema.parse(JSON.parse(stdout));
    const told = findings.map(({ code, line, message }) => `${line} ${code} ${message}`);
    // Of one expression both may be told: that there may be nothing, and that it has no such member.
    expect([...new Set(told.map((one) => one.split(' ').slice(0, 2).join(' ')))]).toEqual([
      '5 view/type',
      '6 view/type',
      '7 view/type',
      '8 view/type',
    ]);
    expect(told.join('\n')).toMatch(/^7 .*'valeu' does not exist on type .*HTMLInputElement/m);
    expect(told.join('\n')).toMatch(/^8 .*'checkd' does not exist on type .*HTMLInputElement/m);
  });

  it('say that what belongs to the inside is for the behavior', async () => {
    const folder = writeElement({
      '.contract.yaml': 'contract: 1\ntag: quay-mast\nevents: { mast-raise: {} }\n',
      '.html': `<button onclick="emit('mast-raise')">x</button>\n`,
    });
    const { stdout } = await lastwright(['check', '--no-types', '--library', folder]);
    expect(stdout).toContain(
      `"emit" belongs to the element's inside, which only the behavior has: export a function that does it, and call that.`,
    );
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
