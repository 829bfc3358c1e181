import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { fromClass } from '../src/adopt/from-class.js';
import { fromComponent } from '../src/adopt/from-component.js';
import { toContract, type AdoptedContract } from '../src/adopt/to-contract.js';
import { contractText } from '../src/adopt/write-yaml.js';
import { readApart } from '../src/components/read/read-apart.js';
import type { ComponentFramework } from '../src/contract/component-frameworks.js';
import type { Contract } from '../src/contract/model.js';
import { readContract } from '../src/contract/read-contract.js';
import { functionSignature, propertyType, typeOf } from '../src/contract/typescript.js';
import type { AdoptCase } from './adopt-corpus/case.js';
import { KINDS } from './adopt-corpus/kinds.js';
import { linkPackages, writeFiles } from './helpers.js';

/** What a contract says, in lines that are easy to compare. */
function summaryOf(contract: Contract): Record<string, string> {
  const nameOf = (name: string): string => name.charAt(0).toUpperCase() + name.slice(1);
  const lines: Record<string, string> = {};
  for (const property of contract.properties) {
    const {
      name,
      required,
      default: given,
      from,
      reflect,
      attribute,
      deprecated,
      description,
      kind,
    } = property;
    const textual = /^(?:string|number|boolean|enum)$/.test(kind);
    lines[`property ${name}`] = [
      propertyType(property, nameOf),
      required ? 'required' : '',
      given === undefined ? '' : `= ${JSON.stringify(given)}`,
      from === undefined ? '' : `< ${from}`,
      reflect ? 'reflect' : '',
      textual && attribute === undefined ? 'no attribute' : '',
      deprecated ? 'deprecated' : '',
      description === undefined ? '' : `// ${description}`,
    ]
      .filter(Boolean)
      .join(' ')
      .replaceAll('readonly ', '');
  }
  for (const { name, detail, cancelable, composed, sets } of contract.events)
    lines[`event ${name}`] =
      (detail ? typeOf(detail, nameOf).replaceAll('readonly ', '') : '') +
      (cancelable ? ' cancelable' : '') +
      (composed ? '' : ' stays') +
      (sets === undefined ? '' : ` sets ${sets}`);
  for (const { name } of contract.slots) lines[`slot ${name}`] = '';
  for (const method of contract.methods)
    lines[`method ${method.name}`] = functionSignature(method, nameOf, ':').replace(/: void$/, '');
  for (const { name } of contract.parts) lines[`part ${name}`] = '';
  for (const { name } of contract.cssProperties) lines[`css ${name}`] = '';
  if (contract.form) lines.form = contract.form.value;
  return lines;
}

describe.each(KINDS)('components of %s', (kind, cases) => {
  const adopted: AdoptedContract[] = [];
  const summaries: Record<string, string>[] = [];
  let right = 0;
  let all = 0;

  beforeAll(async () => {
    const root = writeFiles({
      'package.json': '{ "name": "corpus", "version": "1.0.0", "type": "module" }',
      ...Object.assign(
        {},
        ...cases.map(({ source, ending, beside = {} }, place) => ({
          [`case-${place}/Case${ending}`]: source,
          ...Object.fromEntries(
            Object.entries(beside).map(([name, text]) => [`case-${place}/${name}`, text]),
          ),
        })),
      ),
    } as Record<string, string>);
    linkPackages(root);
    const exportedOf = ({ exported }: AdoptCase): string => exported ?? 'Case';
    const read = await readApart({
      root,
      components: cases.map((one, place) => ({
        framework: kind,
        path: join(root, `case-${place}/Case${one.ending}`),
        exported: exportedOf(one),
      })),
      types: [],
    });
    if ('unread' in read) throw new Error(read.unread);
    cases.forEach((one, place) => {
      const facts = read.components[place]!;
      if ('problem' in facts) throw new Error(`${one.style}: ${facts.message}`);
      const component = {
        kind: 'component',
        framework: kind as ComponentFramework,
        module: './Case',
        exported: exportedOf(one),
        shared: undefined,
      } as const;
      const source = facts.element
        ? fromClass('quay-case', { element: './Case.ts' }, { ...facts, element: facts.element })
        : fromComponent('quay-case', component, facts, one.source);
      const written = toContract(source);
      const text = contractText(written, '');
      // Nobody writes anchors.
      expect(text, one.style).not.toMatch(/[&*]a\d/);
      const { contract, findings } = readContract('quay-case.contract.yaml', text);
      expect(
        findings
          .filter(({ severity }) => severity === 'error')
          .map(({ message }) => `${one.style}: ${message}`),
      ).toEqual([]);
      adopted.push(written);
      summaries.push(summaryOf(contract!));
    });
  }, 120_000);

  it('are at least twelve', () => expect(cases.length).toBeGreaterThanOrEqual(12));

  it.each(cases.map((one, place) => [one.style, place] as const))('%s', (_, place) => {
    const { expected, said = [] } = cases[place]!;
    const summary = summaries[place]!;
    const words = [
      ...adopted[place]!.members.filter(({ known }) => known !== 'read').map(({ name }) => name),
      ...[...adopted[place]!.comments.values()].flat(),
    ];
    for (const [member, line] of Object.entries(expected)) {
      all++;
      if (summary[member] === line) right++;
    }
    all += said.filter((name) => !Object.keys(expected).some((member) => member.endsWith(` ${name}`))).length;
    // Nothing is wrong: what is there is as it must be, and nothing is there that nobody wrote.
    for (const [member, line] of Object.entries(summary)) {
      const isUnknown = words.some((word) => word.startsWith(member.split(' ')[1]!));
      if (!isUnknown) expect([member, line]).toEqual([member, expected[member]]);
    }
    for (const name of said)
      expect(
        words.some((word) => word.startsWith(name)),
        `${name} is to be said: ${words.join(' | ')}`,
      ).toBe(true);
    // What is not there is said.
    for (const member of Object.keys(expected))
      if (!(member in summary))
        expect(words.join(' | '), `${member} is neither there nor said`).toContain(member.split(' ')[1]);
  });

  it('are right in nine of ten members', () => {
    expect(right / all).toBeGreaterThanOrEqual(0.9);
  });
});
