import { symlinkSync } from 'node:fs';
import { join } from 'node:path';
import { originalPositionFor, TraceMap } from '@jridgewell/trace-mapping';
import { describe, expect, it } from 'vitest';
import { analyze, buildLibrary, openLibrary } from '../src/index.js';
import { copyDemo, REPOSITORY, textOf, writeElement, writeFiles } from './helpers.js';

async function build(folder: string) {
  const analysis = analyze(await openLibrary(folder));
  const { files, findings } = await buildLibrary(analysis);
  return { files, findings };
}

function withSass(folder: string): string {
  writeFiles({ 'package.json': '{ "name": "masts" }', 'node_modules/.keep': '' }, folder);
  symlinkSync(join(REPOSITORY, 'node_modules/sass'), join(folder, 'node_modules/sass'));
  return folder;
}

const PLAIN = { '.contract.yaml': 'contract: 1\ntag: quay-mast\n', '.html': '<b>Mast</b>' };

describe('style', () => {
  it('of the library is adopted by every element, once', async () => {
    const { files, findings } = await build(
      writeElement(
        { ...PLAIN, '.css': ':host { display: block }' },
        { 'lastwright.yaml': 'library: 1\nstyles: [tokens.css]\n', 'tokens.css': ':host { --ink: #123 }' },
      ),
    );
    expect(findings).toEqual([]);
    expect(textOf(files.get('shared/styles.js')!)).toContain('--ink:#123');
    expect(textOf(files.get('classes/quay-mast.js')!)).toContain('sheets: [...styles, styleSheet(');
  });

  it('that only works in the document is moved there', async () => {
    const { files, findings } = await build(
      writeElement(
        {
          ...PLAIN,
          '.css':
            "@font-face { font-family: Quay; src: url(quay.woff2) }\n@property --rope { syntax: '<length>'; inherits: true; initial-value: 1px }\n:host { display: block; font-family: Quay; background: url('sea.png#x') }",
        },
        { 'elements/quay-mast/quay.woff2': 'font', 'elements/quay-mast/sea.png': 'picture' },
      ),
    );
    expect(findings.map(({ code, severity }) => [code, severity])).toEqual([
      ['style/font-face', 'note'],
      ['style/property', 'note'],
    ]);
    const code = textOf(files.get('classes/quay-mast.js')!);
    const [, moved] = /inDocument\(styleSheet\(`([^`]*)`/.exec(code)!;
    expect(moved).toMatch(/@font-face.*data:font\/woff2;base64,Zm9udA==/);
    expect(moved).toContain('@property --rope');
    const [, own] = /sheets: \[styleSheet\(`([^`]*)`/.exec(code)!;
    expect(own).toContain('data:image/png;base64,');
    expect(own).not.toMatch(/@font-face|@property/);
  });

  it('that names a file outside of the library, or none, is not built', async () => {
    for (const path of ['../../../secret.png', 'none.png', 'page.html']) {
      const { findings, files } = await build(
        writeElement({ ...PLAIN, '.css': `:host { display: block; background: url(${path}) }` }),
      );
      expect(findings.map(({ code }) => code)).toEqual(['build/missing-file']);
      expect(files.size).toBe(0);
    }
  });

  it('in SCSS is compiled, with findings where the source has them', async () => {
    const folder = withSass(
      writeElement(
        {
          ...PLAIN,
          '.scss':
            "@use 'tones';\n\n:host {\n  display: block;\n\n  b {\n    color: tones.$ink;\n  }\n}\n\nhtml {\n  margin: 0;\n}\n",
        },
        { 'elements/quay-mast/_tones.scss': '$ink: #123456;' },
      ),
    );
    const { files, findings } = await build(folder);
    expect(findings.map(({ code, file, line }) => [code, file.split('/').pop(), line])).toEqual([
      ['style/no-effect', 'quay-mast.scss', 11],
    ]);
    expect(textOf(files.get('classes/quay-mast.js')!)).toContain(':host b{color:#123456}');
  });

  it('in SCSS that is wrong, or leads out of the library, is a finding at its line', async () => {
    for (const [text, line] of [
      [':host {\n  color: $none;\n}\n', 2],
      ["\n@use '../../../outside';\n", 2],
    ] as const) {
      const { findings } = await build(withSass(writeElement({ ...PLAIN, '.scss': text })));
      const found = findings.find(({ code }) => code === 'style/syntax');
      expect(found, JSON.stringify(findings)).toMatchObject({ line });
    }
  });

  it('types of custom properties are registered', async () => {
    const { files } = await build(copyDemo());
    expect(textOf(files.get('classes/quay-berth.js')!)).toContain(
      "registerProperties(\n  ['--quay-berth-accent', '\\x3Ccolor>', '#0b6e6e'],\n);",
    );
  });
});

describe('source maps', () => {
  /** The author's place that a piece of shipped code comes from. */
  function origin(files: ReadonlyMap<string, string | Uint8Array>, path: string, piece: string) {
    const code = textOf(files.get(path)!);
    const offset = code.indexOf(piece);
    expect(offset, piece).toBeGreaterThan(-1);
    const before = code.slice(0, offset).split('\n');
    const map = new TraceMap(textOf(files.get(`${path}.map`)!));
    const { source, line } = originalPositionFor(map, { line: before.length, column: before.at(-1)!.length });
    return [source?.split('/').slice(-1)[0], line];
  }

  it('lead from shipped code to the lines of the author’s HTML and TypeScript', async () => {
    const { files } = await build(copyDemo());
    expect(origin(files, 'classes/quay-berth.js', 'host.label')).toEqual(['quay-berth.html', 2]);
    expect(origin(files, 'classes/quay-berth.js', 'parcel.name')).toEqual(['quay-berth.html', 8]);
    expect(origin(files, 'classes/quay-berth.js', 'behavior.claim(inside, parcel)')).toEqual([
      'quay-berth.html',
      8,
    ]);
    expect(origin(files, 'behaviors/quay-berth.js', 'scrollIntoView')).toEqual(['quay-berth.ts', 15]);
    expect(origin(files, 'traits/escape-out.js', '"quay-escape"')).toEqual(['escape-out.ts', 6]);
    expect(origin(files, 'quayside.bundle.js', '.host.scrollIntoView')).toEqual(['quay-berth.ts', 15]);
    expect(origin(files, 'quayside.bundle.js', '.closed?').slice(0, 1)).toEqual(['quay-berth.html']);
  });
});
