import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { findFramework, type InstalledFramework } from '../src/frameworks/find-framework.js';
import { FRAMEWORKS as ALL } from '../src/frameworks/index.js';
import { analyze, buildLibrary, openLibrary, type Analysis, type VerifyResult } from '../src/index.js';
import { factsOf } from '../src/verify/facts.js';
import { checkDeclarations } from '../src/verify/types/check-declarations.js';
import { REPOSITORY, textOf } from './helpers.js';

/** Frameworks with a checker of their own. */
export const typed = ALL.filter(({ declarations }) => declarations !== undefined);
const measured = new Set(['quay-berth', 'quay-button']);
let analysis: Analysis;
let files: Map<string, string>;

/** What a framework's checker says of the demo's declarations, of which some may be changed. */
async function judged(
  name: string,
  change: (path: string, text: string) => string = (_, text) => text,
): Promise<VerifyResult[]> {
  const framework = ALL.find((one) => one.name === name)!;
  const elements = analysis.elements.filter(({ contract }) => measured.has(contract.tag));
  return checkDeclarations(
    (await findFramework(framework, REPOSITORY)) as InstalledFramework,
    {
      packageName: 'quayside',
      files: new Map([...files].map(([path, text]) => [path, change(path, text)])),
      root: analysis.library.root,
      elements: elements.map((element) =>
        factsOf(element, analysis.library, new Set(analysis.elements.map(({ contract }) => contract.tag))),
      ),
    },
    'chromium',
  );
}

const failing = (results: readonly VerifyResult[]): string[] =>
  results
    .filter(({ verdict }) => verdict === 'fails')
    .map(({ element, subject }) => `${element}: ${subject}`);

/** Declares the tests of the declarations for some frameworks. */
export function testTypes(names: readonly string[]): void {
  beforeAll(async () => {
    analysis = analyze(await openLibrary(join(REPOSITORY, 'examples/quayside')));
    const built = await buildLibrary(analysis);
    files = new Map([...built.files].map(([path, content]) => [path, textOf(content)]));
  }, 60_000);

  describe.each(names)('types in %s', (name) => {
    it('take right use, and refuse each wrong use at its line', async () => {
      const results = await judged(name);
      expect(failing(results)).toEqual([]);
      expect(results.filter(({ verdict }) => verdict === 'unchecked')).toEqual([]);
      const subjects = results
        .filter(({ element }) => element === 'quay-berth')
        .map(({ subject }) => subject);
      expect(subjects).toContain('right use');
      expect(subjects).toContain('a misspelt property, labelz');
      expect(subjects).toContain('without label');
      expect(subjects).toContain('an unknown method');
      const listens = name !== 'react-18';
      expect(subjects.includes('a listener of berth-claim for another event')).toBe(listens);
      expect(subjects.includes('a misspelt member of the detail of berth-claim')).toBe(listens);
      // What a checker cannot see is told, and only where that was measured.
      const care = results.filter(({ verdict }) => verdict === 'care').map(({ subject }) => subject);
      expect(care.every((subject) => name === 'vue' && subject.startsWith('a listener of'))).toBe(true);
    });

    it('fail where nothing is declared', async () => {
      const none =
        name === 'angular' ? /^frameworks\/angular\.d\.ts$/ : new RegExp(`^frameworks/${name}\\.d\\.ts$`);
      const results = await judged(name, (path, text) => (none.test(path) ? 'export {};\n' : text));
      // Svelte takes any tag with a hyphen that nobody declares, and whatever is given to it.
      expect(failing(results)).toContain(
        name === 'svelte' ? 'quay-berth: a misspelt property, labelz' : 'quay-berth: right use',
      );
    });

    it('fail where a value may be anything', async () => {
      const results = await judged(name, (path, text) =>
        path === 'frameworks/contract.d.ts'
          ? text.replace("label: QuayBerth['label']", 'label: any')
          : text.replaceAll(/'prop:label'(\??): QuayBerth\['label'\]/g, "'prop:label'$1: any"),
      );
      expect(failing(results)).toEqual(['quay-berth: a wrong value of label']);
    });
  });
}

/** Declares the tests of each fault of the declarations for React. */
export function testFaultyTypes(): void {
  describe('types in react', () => {
    it.each([
      [
        'what must be given is left out',
        (text: string) => text.replace("label: QuayBerth['label']", "label?: QuayBerth['label']"),
        'frameworks/contract.d.ts',
        ['quay-berth: without label'],
      ],
      [
        'any name is taken',
        (text: string) =>
          text
            .replace('export interface QuayBerthUse', 'export interface QuayBerthUse')
            .replace("  'onberth-claim'?:", "  labelz?: unknown;\n  'onberth-claim'?:"),
        'frameworks/react.d.ts',
        ['quay-berth: a misspelt property, labelz'],
      ],
      [
        'an event is not declared',
        (text: string) => text.replace(/  'onberth-claim'\?:.*\n/, ''),
        'frameworks/react.d.ts',
        ['quay-berth: a listener of berth-claim for another event'],
      ],
      [
        'an event may be any',
        (text: string) => text.replace(/('onberth-claim'\?: \(\(event: )[^)]*\)/, '$1any)'),
        'frameworks/react.d.ts',
        [
          'quay-berth: a listener of berth-claim for another event',
          'quay-berth: a misspelt member of the detail of berth-claim',
        ],
      ],
      [
        'the element takes any method',
        (text: string) =>
          text.replace('export class QuayBerth extends HTMLElement {', '$&\n  misspelt(): void;'),
        'classes/quay-berth.d.ts',
        ['quay-berth: an unknown method'],
      ],
      [
        'a declaration is broken',
        (text: string) =>
          text.replace('export interface QuayButtonUse', 'export interface QuayButtonUse extends Missing'),
        'frameworks/react.d.ts',
        ['quay-berth: right use', 'quay-button: right use'],
      ],
    ])('fail where %s', async (_, change, file, wanted) => {
      expect(change(files.get(file)!)).not.toBe(files.get(file));
      const results = await judged('react', (path, text) => (path === file ? change(text) : text));
      for (const one of wanted) expect(failing(results)).toContain(one);
    });
  });
}
