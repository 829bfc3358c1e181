import { mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { openLibrary, Workspace } from '../src/index.js';
import { writeFiles } from './helpers.js';

const contractOf = (tag: string, more = '') =>
  `contract: 1\ntag: ${tag}\nproperties: { label: { type: string } }\n${more}`;

/** A library of three elements: one that uses another, and one that stands alone. */
const FILES = {
  'lastwright.yaml': 'library: 1\n',
  'package.json': '{ "name": "masts", "version": "1.0.0" }',
  'elements/quay-mast/quay-mast.contract.yaml': contractOf('quay-mast'),
  'elements/quay-mast/quay-mast.html': '<b>{label}</b>',
  'elements/quay-rig/quay-rig.contract.yaml': contractOf('quay-rig'),
  'elements/quay-rig/quay-rig.html': '<quay-mast label="{label}"></quay-mast>',
  'elements/quay-sail/quay-sail.contract.yaml': contractOf('quay-sail'),
  'elements/quay-sail/quay-sail.html': '<i>{label}</i>',
};

/** An open library; `save` writes files (or removes those without a text) and tells the workspace which. */
async function opened(files: Record<string, string> = FILES) {
  const root = writeFiles(files);
  const workspace = new Workspace(await openLibrary(root));
  const codes = async (withTypes = false) =>
    (await workspace.check(withTypes)).findings.map(
      ({ code, file, line }) => `${code} ${file.split('/').pop()}:${line}`,
    );
  const save = async (changes: Record<string, string | undefined>, all = false) => {
    for (const [path, text] of Object.entries(changes)) {
      mkdirSync(dirname(join(root, path)), { recursive: true });
      if (text === undefined) rmSync(join(root, path), { recursive: true });
      else writeFileSync(join(root, path), text);
    }
    return workspace.update(all ? undefined : Object.keys(changes).map((path) => join(root, path)));
  };
  /** What somebody who opens the library now would find. */
  const fresh = async (withTypes = false) => {
    const { findings } = await new Workspace(await openLibrary(root)).check(withTypes);
    return findings.map(({ code, file, line }) => `${code} ${file.split('/').pop()}:${line}`);
  };
  return { root, workspace, codes, save, fresh };
}

const VIEW = 'elements/quay-mast/quay-mast.html';
const CONTRACT = 'elements/quay-mast/quay-mast.contract.yaml';

describe('an open library', () => {
  it('looks again at the element whose file was saved, and at nothing else', async () => {
    const { workspace, codes, save } = await opened();
    expect(await codes()).toEqual([]);
    const [mast, rig, sail] = workspace.analysis().elements;
    expect(await save({ [VIEW]: '<b>\n{lable}</b>' })).toEqual(['quay-mast']);
    expect(await codes()).toEqual(['view/unknown-name quay-mast.html:2']);
    const after = workspace.analysis().elements;
    expect(after[0]).not.toBe(mast);
    expect(after[1]).toBe(rig);
    expect(after[2]).toBe(sail);
    expect(await save({ [VIEW]: '<b>{label}</b>' })).toEqual(['quay-mast']);
    expect(await codes()).toEqual([]);
  });

  it('looks again at what uses an element whose contract says something else', async () => {
    const { codes, save, workspace } = await opened();
    expect(await codes()).toEqual([]);
    const sail = workspace.analysis().elements[2];
    expect(
      await save({
        [CONTRACT]: contractOf('quay-mast').replace('label', 'name'),
        [VIEW]: '<b>{name}</b>',
      }),
    ).toEqual(['quay-mast', 'quay-rig']);
    expect(await codes()).toEqual(['attribute/unknown quay-rig.html:1']);
    expect(workspace.analysis().elements[2]).toBe(sail);
  });

  it('leaves what uses an element alone where its contract says the same in other words', async () => {
    const { codes, save } = await opened();
    await codes();
    expect(await save({ [CONTRACT]: `# The mast.\n${contractOf('quay-mast')}` })).toEqual(['quay-mast']);
  });

  it.each([
    ['a tag that changes', { [CONTRACT]: contractOf('quay-pole') }],
    ['an element that goes', { 'elements/quay-mast': undefined }],
    [
      'an element that comes',
      {
        'elements/quay-boom/quay-boom.contract.yaml': contractOf('quay-boom', 'slots: { default: {} }\n'),
        'elements/quay-boom/quay-boom.html': '<b>{label}</b>',
      },
    ],
    [
      'a contract that cannot be read, and one that is taken twice',
      {
        [CONTRACT]: 'contract: [',
        'elements/quay-sail/quay-sail.contract.yaml': contractOf('quay-rig'),
      },
    ],
    ['severities', { 'lastwright.yaml': 'library: 1\nseverity: { style/host-inlin: off }\n' }],
    [
      'a trait that every element has',
      {
        'traits/lamplight/lamplight.trait.yaml':
          'trait: 1\nname: lamplight\nproperties: { label: { type: number } }\n',
        'lastwright.yaml': 'library: 1\neverywhere: [lamplight]\n',
      },
    ],
    ['a file that is no part of an element', { 'notes/readme.md': 'x' }],
    ['a folder without a contract', { 'elements/quay-odd/readme.md': 'x' }],
  ])('finds what a fresh look finds after %s', async (_, changes) => {
    const { codes, save, fresh } = await opened();
    await codes();
    await save(changes as Record<string, string | undefined>);
    expect(await codes()).toEqual(await fresh());
    // And after the way back.
    const back = Object.fromEntries(
      Object.keys({ ...changes, ...FILES }).map((path) => [path, (FILES as Record<string, string>)[path]]),
    );
    delete back['elements/quay-mast'];
    await save(back, true);
    expect(await codes()).toEqual(await fresh());
    // Folders that were made stay, without a contract.
    const left = (await codes()).filter((one) => !one.startsWith('library/no-contract'));
    expect(left).toEqual([]);
  });

  it('knows types again after a change of what they are made from', async () => {
    const { codes, save, fresh } = await opened({
      ...FILES,
      'elements/quay-mast/quay-mast.html': '<b>{label.toFixed(1)}</b>',
      [CONTRACT]: contractOf('quay-mast').replace('string', 'number, default: 0'),
    });
    expect(await codes(true)).toEqual(['view/type quay-rig.html:1']);
    await save({ [CONTRACT]: contractOf('quay-mast') });
    expect([...new Set(await codes(true))]).toEqual(['view/type quay-mast.html:1']);
    expect(await codes(true)).toEqual(await fresh(true));
  });

  it('keeps what it knows when the library cannot be opened for a moment', async () => {
    const { root, codes, save, workspace } = await opened();
    await codes();
    renameSync(join(root, 'lastwright.yaml'), join(root, 'away.yaml'));
    await expect(workspace.update([join(root, 'lastwright.yaml')])).rejects.toThrow(/cannot be read/);
    expect(await codes()).toEqual([]);
    renameSync(join(root, 'away.yaml'), join(root, 'lastwright.yaml'));
    expect(await save({ [VIEW]: '<b>{lable}</b>' })).toEqual(['quay-mast']);
  });
});
