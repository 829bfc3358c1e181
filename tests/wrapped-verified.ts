import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyReport } from '../src/index.js';
import { verified } from './broken-library.js';
import { linkPackages, writeFiles } from './helpers.js';
import { FRAMEWORKS, gaugeFiles } from './wrapped-components.js';

/** One change to the gauge of React, and the facet in which it fails. */
interface Fault {
  facet: string;
  fault: string;
  from: string;
  to: string;
  /** Facets in which it fails as well, because of the same. */
  also?: string[];
}

export const FAULTS: Fault[] = [
  {
    facet: 'properties',
    fault: 'changes the data that it is given',
    from: "if (label === 'broken')",
    to: "useEffect(() => { if (!Object.isFrozen(levels)) levels.push(9); }); if (label === 'broken')",
    also: ['upgrade', 'methods', 'events', 'samples', 'lifecycle', 'independence'],
  },
  {
    facet: 'methods',
    fault: 'breaks off in a method',
    from: 'read: () => String(picked)',
    to: 'read: (): string => { throw new Error("not now"); }',
  },
  {
    facet: 'events',
    fault: 'never calls back',
    from: 'onPick?.(level) !== false',
    to: 'level !== undefined',
  },
  {
    facet: 'events',
    fault: 'passes another thing',
    from: 'onPick?.(level) !== false',
    to: 'onPick?.(String(level) as never) !== false',
  },
  {
    facet: 'samples',
    fault: 'shows something else after a step',
    from: "{picked === undefined ? 'none' : picked}",
    to: "{picked === undefined ? 'none' : picked + 1}",
  },
  {
    facet: 'slots',
    fault: 'places its children nowhere',
    from: "{children ?? 'Nothing said'}",
    to: "{children === undefined ? 'Nothing said' : 'Something said'}",
  },
  {
    facet: 'slots',
    fault: 'places content where the page cannot see it',
    from: "{children ?? 'Nothing said'}",
    to: "<span style={{ display: 'none' }}>{children ?? 'Nothing said'}</span>",
    // What is not seen leaves less room around the rest.
    also: ['accessibility'],
  },
  {
    facet: 'encapsulation',
    fault: 'puts its style into the head of the page',
    from: '  useEffect(() => {',
    to: "  useEffect(() => { if (!document.getElementById('own')) { const style = document.createElement('style'); style.id = 'own'; style.textContent = '.gauge { border: 1px solid }'; document.head.append(style); } }, []);\n  useEffect(() => {",
  },
  {
    facet: 'encapsulation',
    fault: 'has no part of the name that is promised',
    from: '<h3 part="title">',
    to: '<h3 part="heading">',
  },
  {
    facet: 'lifecycle',
    fault: 'listens to the window for good',
    from: '  useEffect(() => {',
    to: "  useEffect(() => { addEventListener('resize', () => setPicked(0)); }, []);\n  useEffect(() => {",
  },
  {
    facet: 'lifecycle',
    fault: 'never ends its clock',
    from: '  useEffect(() => {',
    to: '  useEffect(() => { setInterval(() => {}, 50); }, []);\n  useEffect(() => {',
  },
  {
    facet: 'independence',
    fault: 'shares what was picked among all',
    from: 'const [picked, setPicked] = useState<number>();',
    to: 'const [, draw] = useState(0); const picked: number | undefined = (globalThis as any).all; const setPicked = (next?: number) => { (globalThis as any).all = next; draw((now) => now + 1); dispatchEvent(new Event("all")); }; useEffect(() => { const hear = () => draw((now) => now + 1); addEventListener("all", hear); return () => removeEventListener("all", hear); }, []);',
  },
  {
    facet: 'accessibility',
    fault: 'has a field without a name',
    from: '<input aria-label="Note" ',
    to: '<input ',
  },
];

/** A field that passes on what it is given. */
const FIELD: Record<string, string> = {
  'elements/quay-field/quay-field.contract.yaml': `contract: 1
tag: quay-field
wraps: { react: ./Field.tsx, export: Field }
properties:
  label: { type: string, required: true }
parts: { field: The field }
passthrough: { to: field, native: input }
`,
  'elements/quay-field/quay-field.samples.yaml': `- sample: A name
  properties: { label: Name of the ship }
`,
  'elements/quay-field/Field.tsx': `import { useId, type ComponentProps } from 'react';
export interface FieldProps extends ComponentProps<'input'> {
  label: string;
}
export function Field({ label, ...rest }: FieldProps) {
  const id = useId();
  return (
    <p>
      <label htmlFor={id}>{label}</label> <input {...rest} id={id} />
    </p>
  );
}
`,
};

/** A note that belongs to a form by a value of its own. */
const NOTE: Record<string, string> = {
  'elements/quay-note/quay-note.contract.yaml': `contract: 1
tag: quay-note
wraps: { react: ./Note.tsx, export: Note }
properties:
  label: { type: string, required: true }
  value: { type: string, default: '' }
  disabled: { type: boolean }
events:
  note-change: { by: person, detail: { type: string }, sets: value, from: onValueChange }
parts: { note: The note }
form: { value: value }
`,
  'elements/quay-note/quay-note.samples.yaml': `- sample: A word
  properties: { label: A word on the day, value: Springs }
- sample: Typed
  properties: { label: A word on the day }
  steps:
    - type: { into: note, text: ab }
    - expect: { event: note-change, detail: ab, property: { value: ab } }
`,
  'elements/quay-note/Note.tsx': `export interface NoteProps {
  label: string;
  value?: string;
  disabled?: boolean;
  onValueChange?: (value: string) => void;
}
export function Note({ label, value = '', disabled = false, onValueChange }: NoteProps) {
  return (
    <label>
      {label} <textarea part="note" value={value} disabled={disabled} onChange={(event) => onValueChange?.(event.target.value)} />
    </label>
  );
}
`,
};

const tagOf = (place: number): string => `quay-fault-${place}`;

/** Declares the tests of wrapped components of each framework, used in some frameworks. */
export function testWrapped(frameworks: readonly string[], ...flags: string[]): void {
  let report: VerifyReport;

  beforeAll(async () => {
    const files: Record<string, string> = {
      'lastwright.yaml': `library: 1\nframeworks: [${frameworks.join(', ')}]\n`,
      'package.json': '{ "name": "gauges", "version": "1.0.0", "type": "module" }',
      ...(Object.assign({}, ...FRAMEWORKS.map((one) => gaugeFiles(one))) as Record<string, string>),
    };
    Object.assign(files, FIELD, NOTE);
    const folder = writeFiles(files);
    linkPackages(folder);
    report = await verified(folder, '--timeout', '30', ...flags);
  }, 600_000);

  describe('wrapped components', () => {
    it.each(FRAMEWORKS)('of %s keep every promise', (framework) => {
      const own = report.results.filter(({ element }) => element === `quay-${framework}`);
      expect(new Set(own.map(({ framework }) => framework)).size).toBe(frameworks.length);
      const failing = own.filter(({ verdict }) => verdict === 'fails');
      expect(failing.map(({ framework, facet, subject, note }) => [framework, facet, subject, note])).toEqual(
        [],
      );
      const unchecked = own.filter(({ verdict }) => verdict === 'unchecked');
      expect(unchecked.map(({ facet, note }) => [facet, note])).toEqual([]);
    });
  });

  describe('wrapped controls', () => {
    it.each([
      ['quay-field', 'passthrough'],
      ['quay-field', 'forms'],
      ['quay-note', 'forms'],
    ])('<%s> keeps every promise, those of %s among them', (tag, facet) => {
      const own = report.results.filter(({ element }) => element === tag);
      expect(own.some((one) => one.facet === facet && one.verdict === 'fits')).toBe(true);
      const failing = own.filter(({ verdict }) => verdict === 'fails');
      expect(failing.map((one) => [one.framework, one.facet, one.subject, one.note])).toEqual([]);
    });
  });
}

/** Declares the tests of faults in wrapped components. */
export function testBrokenWrapped(...flags: string[]): void {
  describe('a broken wrapped component', () => {
    let broken: VerifyReport;

    beforeAll(async () => {
      const files: Record<string, string> = {
        'lastwright.yaml': 'library: 1\nframeworks: [html]\n',
        'package.json': '{ "name": "faults", "version": "1.0.0", "type": "module" }',
      };
      FAULTS.forEach(({ from, to }, place) => {
        for (const [path, text] of Object.entries(gaugeFiles('react', tagOf(place)))) {
          const isModule = path.endsWith('.tsx');
          if (isModule) expect(text, from).toContain(from);
          files[path] = isModule ? text.replace(from, to) : text;
        }
      });
      for (const [path, text] of Object.entries(FIELD))
        files[path.replaceAll('quay-field', 'quay-dropped')] = text
          .replace('tag: quay-field', 'tag: quay-dropped')
          .replace('{...rest}', 'part={rest.part} disabled={false} aria-label="Mine"');
      for (const [path, text] of Object.entries(NOTE))
        files[path.replaceAll('quay-note', 'quay-mute')] = text
          .replace('tag: quay-note', 'tag: quay-mute')
          .replace('disabled={disabled} ', '');
      const folder = writeFiles(files);
      linkPackages(folder);
      broken = await verified(folder, '--timeout', '30', ...flags);
    }, 600_000);

    it.each([['forms', 'takes no notice of a fieldset that is disabled', 'quay-mute']])(
      'fails in %s: it %s',
      (facet, _, tag) => {
        const failing = broken.results.filter(
          ({ element, verdict }) => element === tag && verdict === 'fails',
        );
        expect([...new Set(failing.map((one) => one.facet))]).toEqual([facet]);
      },
    );

    it.each(FAULTS.map((one, place) => [one.facet, one.fault, place] as const))(
      'fails in %s: it %s',
      (facet, _, place) => {
        const also = FAULTS[place]!.also ?? [];
        const failing = broken.results.filter(
          ({ element, verdict }) => element === tagOf(place) && verdict === 'fails',
        );
        expect(
          [...new Set(failing.map((one) => one.facet))].filter((one) => !also.includes(one)),
          failing.map(({ facet: where, subject, note }) => `${where} ${subject}: ${note}`).join('\n'),
        ).toEqual([facet]);
      },
    );
  });
}
