import { beforeAll, describe, expect, it } from 'vitest';
import type { CheckReport, VerifyReport } from '../src/index.js';
import { KINDS } from './adopt-corpus/kinds.js';
import { lastwright, linkPackages, writeFiles } from './helpers.js';

/** All components of the corpus, with their tags and folders. */
export const ADOPTED = KINDS.flatMap(([kind, cases]) =>
  cases.map((one, place) => ({
    ...one,
    kind,
    tag: `quay-${kind}${place}`,
    folder: `${kind}/src/case-${place}`,
  })),
);

/** Adopted by the command, then verified, with no hand in between. The folders have names of frameworks, as those of many people do. */
export function testAdopted(all: typeof ADOPTED, ...flags: string[]): void {
  describe('components as people write them, adopted and verified', () => {
    let checked: CheckReport;
    let verified: VerifyReport;
    const refused: string[] = [];

    beforeAll(async () => {
      const files: Record<string, string> = {
        'package.json': '{ "name": "corpus", "version": "1.0.0", "type": "module" }',
        'lastwright.yaml': 'library: 1\nframeworks: [html, react]\n',
        'elements/.gitkeep': '',
      };
      for (const { folder, ending, source, beside = {} } of all) {
        files[`${folder}/Case${ending}`] = source;
        for (const [name, text] of Object.entries(beside)) files[`${folder}/${name}`] = text;
      }
      const root = writeFiles(files);
      linkPackages(root);
      for (const { kind, tag, folder, ending, exported, style } of all) {
        const framework = kind === 'class' ? [] : ['--framework', kind];
        const named = exported === undefined ? [] : ['--export', exported];
        const args = ['adopt', `${folder}/Case${ending}`, '--tag', tag, ...framework, ...named];
        const { status, stderr } = await lastwright(args, { cwd: root });
        if (status !== 0) refused.push(`${kind}, ${style}: ${stderr}`);
      }
      checked = JSON.parse((await lastwright(['check', '--json'], { cwd: root })).stdout) as CheckReport;
      verified = JSON.parse(
        (await lastwright(['verify', '--no-types', '--json', ...flags], { cwd: root })).stdout,
      ) as VerifyReport;
    }, 600_000);

    it('are all adopted', () => expect(refused).toEqual([]));

    it('are all right in the eyes of check', () => {
      const errors = checked.findings.filter(({ severity }) => severity === 'error');
      expect(errors.map(({ file, message }) => `${file}: ${message}`)).toEqual([]);
      expect(checked.summary.elements).toBe(all.length);
    });

    it.each(KINDS.map(([kind]) => kind))(
      'of %s fail where they are wrong themselves, and nowhere else',
      (kind) => {
        const own = all.filter((one) => one.kind === kind);
        const failing = own.map(({ style, tag }) => [style, facetsOf(tag, 'fails')]);
        expect(failing).toEqual(own.map(({ style, fails = [] }) => [style, [...fails].sort()]));
      },
    );

    it('are looked at in both frameworks', () => {
      for (const { tag } of all)
        for (const framework of ['html', 'react'])
          expect(
            verified.results.some(
              (one) =>
                one.element === tag &&
                one.framework === framework &&
                one.facet === 'upgrade' &&
                one.verdict !== 'unchecked',
            ),
            `${tag} in ${framework}`,
          ).toBe(true);
    });

    it('content of a dialog that is closed is not checked, and what to do is told', () => {
      const notes = verified.results
        .filter(
          ({ element, facet, subject }) =>
            element === tagOf('react', 'a dialog that a method opens') &&
            facet === 'slots' &&
            subject !== 'whatever content came and went',
        )
        .map(({ verdict, note }) => [verdict, note]);
      expect(notes.length).toBe(4);
      for (const one of notes)
        expect(one).toEqual(['unchecked', 'It stands in a <dialog> that is closed, and no sample opens it.']);
    });

    it('pictures of a clock are not compared', () => {
      const [told] = verified.results.filter(
        ({ element, facet, framework }) =>
          element === tagOf('react', 'a clock') && facet === 'appearance' && framework === 'react',
      );
      expect([told!.verdict, told!.note]).toEqual([
        'unchecked',
        'It has timers running and looks different in html: give a sample in which it stands still.',
      ]);
    });

    it('a value that only counts at first is reported with a fix', () => {
      const tag = tagOf('preact', 'memo and hooks');
      const [told] = verified.results.filter(({ element, verdict }) => element === tag && verdict === 'care');
      expect([told!.facet, told!.subject]).toEqual(['properties', 'start']);
      expect(told!.note).toContain('keeps the value that it is given first');
    });

    function tagOf(kind: string, style: string): string {
      return all.find((one) => one.kind === kind && one.style === style)!.tag;
    }

    /** Facets in which an element has a verdict. */
    function facetsOf(tag: string, verdict: string): string[] {
      const own = verified.results.filter((one) => one.element === tag && one.verdict === verdict);
      return [...new Set(own.map(({ facet }) => facet))].sort();
    }
  });
}
